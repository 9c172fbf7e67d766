<?php

declare(strict_types=1);

/*
 * Mutation testing (DeMillo, Lipton and Sayward, "Hints on Test Data Selection", 1978): one operator, number or name is changed
 * at a time, and the tests that know the file are run. A change that they all pass has survived: there a test is wanting.
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

$options = getopt('', ['count:', 'seed:', 'of:', 'jobs:']) ?: [];
$text = fn (string $name, string $default): string => is_string($options[$name] ?? null) ? $options[$name] : $default;
[$count, $seed, $of, $jobs] = [(int) $text('count', '300'), (int) $text('seed', '1'), $text('of', 'core'), max(1, (int) $text('jobs', '2'))];

$mutants = drawn(places($root, $of), $count, $seed);
if ($mutants === []) {
    fwrite(STDERR, "There is nothing to change below “{$of}”.\n");
    exit(2);
}
$copies = array_map(fn (int $i): string => copied($root, $i), range(0, $jobs - 1));
[$killed, $survived] = tried($mutants, $copies, $root);
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
 * Tests to run: first those that name the class, then all of its room.
 *
 * @return list<string>
 */
function testsOf(string $root, string $file): array
{
    $class = basename($file, '.php');
    $grep = new Process(['grep', '-rlw', $class, "{$root}/tests/Core", '--include=*Test.php']);
    $grep->run();
    $named = array_filter(explode("\n", trim($grep->getOutput())), fn (string $f): bool => $f !== '' && ! str_ends_with($f, 'LongLivedTest.php'));
    $room = explode('/', $file)[1];
    $folder = is_dir("{$root}/tests/Core/{$room}") ? ["tests/Core/{$room}"] : [];

    return [...array_map(fn (string $f): string => substr($f, strlen($root) + 1), array_values($named)), ...$folder];
}

/**
 * @param  list<array{file: string, at: int, from: string, to: string}>  $mutants
 * @param  list<string>  $copies
 * @return array{int, list<string>}
 */
function tried(array $mutants, array $copies, string $root): array
{
    $killed = 0;
    $survived = [];
    $running = [];
    $next = 0;
    while ($next < count($mutants) || $running !== []) {
        foreach ($copies as $slot => $copy) {
            if (! isset($running[$slot]) && $next < count($mutants)) {
                $mutant = $mutants[$next++];
                $code = (string) file_get_contents("{$root}/{$mutant['file']}");
                unlink("{$copy}/{$mutant['file']}");
                file_put_contents("{$copy}/{$mutant['file']}", substr_replace($code, $mutant['to'], $mutant['at'], strlen($mutant['from'])));
                $process = new Process(['php', '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit_buffer_size=128M', '-d', 'opcache.jit=tracing', '-d', 'memory_limit=3G', 'vendor/bin/phpunit', '--stop-on-defect', '--no-progress', ...testsOf($root, $mutant['file'])], $copy, timeout: 300);
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
