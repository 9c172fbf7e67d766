<?php

declare(strict_types=1);

/*
 * Mutation testing (DeMillo, Lipton and Sayward, "Hints on Test Data Selection", 1978): one operator, number or name is changed
 * at a time, and the tests that load the file are run, those that name it first, the quick ones before the slow ones, until
 * one fails. A change that they all pass has survived: there a test is wanting. One whose tests would take longer than is
 * allowed counts as survived, too, where the tests that were run let it pass.
 */

$root = dirname(__DIR__);
require "{$root}/vendor/autoload.php";

use Symfony\Component\Process\Process;

/** What each token may become. */
const OPERATORS = [
    '+' => '-', '-' => '+', '*' => '/', '/' => '*', '%' => '*', '<' => '<=', '>' => '>=', '<=' => '<', '>=' => '>',
    '===' => '!==', '!==' => '===', '&&' => '||', '||' => '&&', '<<' => '>>', '>>' => '<<', '&' => '|', '|' => '&',
    '+=' => '-=', '-=' => '+=', '*=' => '/=', '++' => '--',
    'min' => 'max', 'max' => 'min', 'true' => 'false', 'false' => 'true', 'sin' => 'cos', 'cos' => 'sin', 'floor' => 'ceil', 'ceil' => 'floor',
];

/** Flags with which tests are run. */
const PHP = ['php', '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit_buffer_size=128M', '-d', 'opcache.jit=tracing', '-d', 'memory_limit=3G'];

/** A test that takes so many times as long as it should, and some seconds more, will never end. */
const ENDLESS = 8;

$options = getopt('', ['count:', 'seed:', 'of:', 'jobs:', 'within:']) ?: [];
$text = fn (string $name, string $default): string => is_string($options[$name] ?? null) ? $options[$name] : $default;
[$count, $seed, $of, $jobs] = [(int) $text('count', '300'), (int) $text('seed', '1'), $text('of', 'core'), max(1, (int) $text('jobs', '2'))];
$within = max(1.0, (float) $text('within', '90'));

$mutants = drawn(places($root, $of), $count, $seed);
if ($mutants === []) {
    fwrite(STDERR, "There is nothing to change below “{$of}”.\n");
    exit(2);
}
$copies = array_map(fn (int $i): string => copied($root, $i), range(0, $jobs - 1));
$tests = profiled($root, $copies);
[$killed, $survived] = tried($mutants, $copies, $root, $tests, $within);
printf("%d of %d killed, %.0f %%\n", $killed, count($mutants), 100 * $killed / count($mutants));
foreach ($survived as $line) {
    echo "survived  {$line}\n";
}
foreach ($copies as $copy) {
    (new Process(['rm', '-rf', $copy]))->run();
}

/** @return list<array{file: string, at: int, from: string, to: string}> */
function places(string $root, string $of): array
{
    $files = is_file("{$root}/{$of}") ? [$of] : array_map(fn (SplFileInfo $f): string => substr($f->getPathname(), strlen($root) + 1), iterator_to_array(new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator("{$root}/{$of}", FilesystemIterator::SKIP_DOTS)), '/\.php$/'), false));
    sort($files);
    $places = [];
    foreach ($files as $file) {
        $at = 0;
        $body = false;
        foreach (PhpToken::tokenize((string) file_get_contents("{$root}/{$file}")) as $token) {
            $body = $body || $token->is([T_CLASS, T_ENUM, T_INTERFACE]);
            $to = OPERATORS[$token->text] ?? ($token->is(T_LNUMBER) && ctype_digit($token->text) ? (string) ((int) $token->text + 1) : null);
            if ($body && $to !== null) {
                $places[] = ['file' => $file, 'at' => $at, 'from' => $token->text, 'to' => $to];
            }
            $at += strlen($token->text);
        }
    }

    return $places;
}

/**
 * @param  list<array{file: string, at: int, from: string, to: string}>  $places
 * @return list<array{file: string, at: int, from: string, to: string}>
 */
function drawn(array $places, int $count, int $seed): array
{
    $chance = new Random\Randomizer(new Random\Engine\Mt19937($seed));

    return array_slice(array_values($chance->shuffleArray($places)), 0, $count);
}

/** Hard links cost no time, and a changed file is written anew. */
function copied(string $root, int $number): string
{
    $copy = sys_get_temp_dir().'/yarrowfog-mutate-'.getmypid()."-{$number}";
    mkdir($copy);
    foreach (['core', 'tests', 'app', 'vendor', 'compat', 'database', 'config', 'bootstrap', 'routes', 'resources', 'public', 'docs', 'bench', 'bin', 'phpunit.xml', 'composer.json', 'artisan'] as $part) {
        (new Process(['cp', '-al', "{$root}/{$part}", "{$copy}/"]))->mustRun();
    }

    return $copy;
}

/**
 * How long each test of the engine takes as it stands, and which of its files it loads.
 *
 * @param  list<string>  $copies  run beside one another
 * @return array<string, array{seconds: float, loads: array<string, true>}> by the file of the test
 */
function profiled(string $root, array $copies): array
{
    $files = array_map(fn (SplFileInfo $f): string => substr($f->getPathname(), strlen($root) + 1), iterator_to_array(new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator("{$root}/tests/Core", FilesystemIterator::SKIP_DOTS)), '/Test\.php$/'), false));
    // It runs loops hundreds of times over: what it looks for is no operator.
    $waiting = array_values(array_filter($files, fn (string $f): bool => ! str_ends_with($f, 'LongLivedTest.php')));
    sort($waiting);
    $profile = [];
    $running = [];
    while ($waiting !== [] || $running !== []) {
        foreach ($copies as $slot => $copy) {
            if (! isset($running[$slot]) && $waiting !== []) {
                $test = array_shift($waiting);
                file_put_contents("{$copy}/loaded.php", '<?php register_shutdown_function(fn () => file_put_contents('.var_export("{$copy}/loaded.json", true).', json_encode(get_included_files())));');
                $process = new Process([...PHP, '-d', "auto_prepend_file={$copy}/loaded.php", 'vendor/bin/phpunit', '--no-progress', $test], $copy, timeout: null);
                $process->start();
                $running[$slot] = [$process, $test, microtime(true)];
            }
            if (! isset($running[$slot]) || $running[$slot][0]->isRunning()) {
                continue;
            }
            [$process, $test, $since] = $running[$slot];
            unset($running[$slot]);
            if ($process->getExitCode() !== 0) {
                fwrite(STDERR, "{$test} fails before anything is changed:\n{$process->getOutput()}");
                exit(1);
            }
            $loaded = json_decode((string) file_get_contents("{$copy}/loaded.json"), true);
            $own = array_filter(is_array($loaded) ? $loaded : [], fn (mixed $f): bool => is_string($f) && str_starts_with($f, "{$copy}/core/"));
            $profile[$test] = ['seconds' => microtime(true) - $since, 'loads' => array_fill_keys(array_map(fn (string $f): string => substr($f, strlen($copy) + 1), $own), true)];
        }
        usleep(20000);
    }

    return $profile;
}

/**
 * Tests to run for a file, as far as there is time for them.
 *
 * @param  array<string, array{seconds: float, loads: array<string, true>}>  $tests
 * @return array{list<string>, float} and the seconds that they take as the code stands
 */
function testsOf(string $root, string $file, array $tests, float $within): array
{
    $class = basename($file, '.php');
    $known = array_filter($tests, fn (array $test): bool => isset($test['loads'][$file]));
    $names = fn (string $test): bool => preg_match("/\\b{$class}\\b/", (string) file_get_contents("{$root}/{$test}")) === 1;
    $order = [];
    foreach ($known as $test => $told) {
        $order[$test] = [$names($test) ? 0 : 1, $told['seconds']];
    }
    asort($order);
    [$chosen, $seconds] = [[], 0.0];
    foreach (array_keys($order) as $test) {
        if ($chosen === [] || $seconds + $tests[$test]['seconds'] <= $within) {
            $chosen[] = $test;
            $seconds += $tests[$test]['seconds'];
        }
    }

    return [$chosen, $seconds];
}

/**
 * @param  list<array{file: string, at: int, from: string, to: string}>  $mutants
 * @param  list<string>  $copies
 * @param  array<string, array{seconds: float, loads: array<string, true>}>  $tests
 * @return array{int, list<string>}
 */
function tried(array $mutants, array $copies, string $root, array $tests, float $within): array
{
    $killed = 0;
    $survived = [];
    $running = [];
    $next = 0;
    while ($next < count($mutants) || $running !== []) {
        foreach ($copies as $slot => $copy) {
            if (! isset($running[$slot]) && $next < count($mutants)) {
                $mutant = $mutants[$next++];
                [$chosen, $seconds] = testsOf($root, $mutant['file'], $tests, $within);
                if ($chosen === []) {
                    $survived[] = "{$mutant['file']}: no test of the engine loads it";

                    continue;
                }
                $code = (string) file_get_contents("{$root}/{$mutant['file']}");
                unlink("{$copy}/{$mutant['file']}");
                file_put_contents("{$copy}/{$mutant['file']}", substr_replace($code, $mutant['to'], $mutant['at'], strlen($mutant['from'])));
                $process = new Process([...PHP, 'vendor/bin/phpunit', '--stop-on-defect', '--no-progress', ...$chosen], $copy, timeout: ENDLESS * $seconds + 30);
                $process->start();
                $running[$slot] = [$process, $mutant, $code];
            }
            if (! isset($running[$slot])) {
                continue;
            }
            [$process, $mutant, $code] = $running[$slot];
            try {
                $process->checkTimeout();
            } catch (Symfony\Component\Process\Exception\ProcessTimedOutException) {
                $process->stop(0);
            }
            if ($process->isRunning()) {
                continue;
            }
            $line = sprintf('%s:%d  %s → %s', $mutant['file'], substr_count(substr($code, 0, $mutant['at']), "\n") + 1, $mutant['from'], $mutant['to']);
            $lives = $process->getExitCode() === 0;
            $killed += $lives ? 0 : 1;
            if ($lives) {
                $survived[] = $line;
            }
            printf("%-9s %s\n", $lives ? 'survived' : 'killed', $line);
            unlink("{$copy}/{$mutant['file']}");
            file_put_contents("{$copy}/{$mutant['file']}", $code);
            unset($running[$slot]);
        }
        usleep(20000);
    }

    return [$killed, $survived];
}
