<?php

declare(strict_types=1);

namespace Tests\Attack;

use App\Pictures\PictureFile;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Hostile inputs without end, made from a seed: the same number is the same input each time.
 */
final class Corpus
{
    private const PICTURES = ['png', 'jpeg', 'webp', 'tiff', 'bmp', 'gif'];

    private const UUID = '%08x-0000-4000-8000-%012x';

    /** How often each kind comes, of a hundred. */
    private const KINDS = ['picture' => 34, 'svg' => 10, 'font' => 6, 'ink' => 8, 'json' => 20, 'bundle' => 8, 'sheet' => 6, 'address' => 8];

    /** @var array<string, string> by format */
    private array $pictures = [];

    /**
     * @param  array{sheet: int, brush: int, source: int}  $ids  what there is
     * @param  array{bundle: string, sheet: string, font: string, ink: string}  $good  bytes of a file of each kind
     * @param  list<array{string, string}>  $addresses  method and path of what can be asked for, with `1` for each part
     */
    public function __construct(private readonly int $seed, private readonly array $ids, private readonly array $good, private readonly array $addresses)
    {
        $chance = new Randomizer(new Mt19937($seed));
        foreach (self::PICTURES as $format) {
            $pixels = '';
            for ($i = 0; $i < 48 * 40; $i++) {
                $pixels .= pack('N', ($i * 2654435761 & 0xFFFFFF00) | ($i % 3 === 0 ? 255 : $chance->getInt(0, 255)));
            }
            $this->pictures[$format] = PictureFile::encode(48, 40, $pixels, $format, 300);
        }
    }

    public function input(int $number): HostileInput
    {
        $chance = new Randomizer(new Mt19937($this->seed ^ $number * 7919));
        $mutation = new Mutation($chance);
        $at = $chance->getInt(0, 99);
        foreach (self::KINDS as $kind => $share) {
            if ($at < $share) {
                break;
            }
            $at -= $share;
        }

        return match ($kind) {
            'picture' => $this->picture($chance, $mutation),
            'svg' => $this->svg($chance, $mutation),
            'font' => new HostileInput('font', 'POST', '/fonts', $mutation->of($this->good['font'], $this->pictures['png']), ['font', $this->name($mutation, 'f.woff')]),
            'ink' => new HostileInput('InkML', 'POST', '/recordings/bring', $this->ink($chance, $mutation), ['file', $this->name($mutation, 'm.inkml')]),
            'json' => $this->json($number, $chance, $mutation),
            'bundle' => $this->bundle($number, $chance, $mutation),
            'sheet' => new HostileInput('OpenRaster', 'POST', '/sheets/open', $mutation->of($this->good['sheet'], $this->pictures['png']), ['picture', $this->name($mutation, 's.ora')]),
            default => $this->address($chance, $mutation),
        };
    }

    private function name(Mutation $mutation, string $name): string
    {
        return strtr($mutation->word(), ['"' => '', "\r" => ' ', "\n" => ' ', "\0" => '']).$name;
    }

    private function picture(Randomizer $chance, Mutation $mutation): HostileInput
    {
        $format = self::PICTURES[$chance->getInt(0, count(self::PICTURES) - 1)];
        $bytes = $mutation->of($this->pictures[$format], $this->pictures[self::PICTURES[$chance->getInt(0, 5)]]);
        $path = ['/sources', '/sources', '/teeth', "/sheets/{$this->ids['sheet']}/pictures"][$chance->getInt(0, 3)];

        return new HostileInput($format, 'POST', $path, $bytes, ['picture', $this->name($mutation, "p.{$format}")]);
    }

    private function svg(Randomizer $chance, Mutation $mutation): HostileInput
    {
        $head = [
            '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="50" viewBox="0 0 60 50">',
            '<!DOCTYPE svg [<!ENTITY a "'.str_repeat('a', 900).'"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;"><!ENTITY d "&c;&c;&c;&c;&c;&c;&c;&c;">]><svg xmlns="http://www.w3.org/2000/svg" width="60" height="50"><text>&d;</text>',
            '<!DOCTYPE svg [<!ENTITY xxe SYSTEM "file:///etc/passwd">]><svg xmlns="http://www.w3.org/2000/svg" width="60" height="50"><text y="20">&xxe;</text>',
            '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="'.$chance->getInt(1, 2000000).'" height="'.$chance->getInt(1, 2000000).'"><image xlink:href="file:///etc/passwd" width="50" height="50"/>',
            '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="50"><script>alert(1)</script><use href="#u" id="u"/><filter id="f"><feTurbulence numOctaves="9999" baseFrequency="9"/></filter><rect width="60" height="50" filter="url(#f)"/>',
            '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="50">'.str_repeat('<g opacity=".5">', $chance->getInt(100, 20000)),
        ][$chance->getInt(0, 5)];
        $svg = "{$head}<path d=\"M5 5h30v30h-30z\"/><circle cx=\"30\" cy=\"25\" r=\"12\" fill=\"#333\"/></svg>";

        return new HostileInput('SVG', 'POST', '/sources', $chance->getInt(0, 1) === 0 ? $svg : $mutation->of($svg, $this->pictures['png']), ['picture', 'p.svg']);
    }

    private function ink(Randomizer $chance, Mutation $mutation): string
    {
        return match ($chance->getInt(0, 4)) {
            0 => '<!DOCTYPE ink [<!ENTITY x SYSTEM "file:///etc/passwd">]><ink xmlns="http://www.w3.org/2003/InkML"><trace>&x;</trace></ink>',
            1 => '<ink xmlns="http://www.w3.org/2003/InkML"><traceFormat>'.str_repeat('<channel name="X"/>', $chance->getInt(1, 20000)).'</traceFormat><trace>1 2, 3 4</trace></ink>',
            2 => '<ink xmlns="http://www.w3.org/2003/InkML"><trace>'.str_repeat("{$mutation->word()} 1e999 -7, ", $chance->getInt(1, 3000)).'</trace></ink>',
            default => $mutation->of($this->good['ink'], $this->good['ink']),
        };
    }

    private function json(int $number, Randomizer $chance, Mutation $mutation): HostileInput
    {
        $stroke = sprintf(self::UUID, $this->seed & 0xFFFFFFFF, $number);
        $order = ['stroke' => $stroke, 'brush' => $this->ids['brush'], 'size' => 24, 'opacity' => 0.8, 'inks' => ['main' => '#204050', 'second' => '#ffffff'], 'roll' => 5, 'realPressure' => true, 'samples' => [[0, 20, 20, 0.5], [9, 60, 40, 0.7], [18, 90, 80, 0.9]]];
        $settings = ['settings' => ['size' => ['base' => 40, 'spread' => 0.2, 'drives' => [['input' => 'pressure', 'from' => 0.2, 'to' => 1, 'curve' => [[0, 0], [1, 1]]]]], 'does' => ['base' => 'paints']]];
        $list = ['kind' => 'ink mask', 'steps' => [['step' => 'clear-colour', 'numbers' => ['places' => [[0.05, 0.5]], 'tolerance' => 0.15, 'reach' => 'everywhere']], ['step' => 'specks', 'numbers' => ['islands' => 400, 'holes' => 40]], ['step' => 'trim'], ['step' => 'scale', 'numbers' => ['side' => 120]]]];
        [$path, $good] = [
            ["/sheets/{$this->ids['sheet']}/pen/strokes?stroke={$stroke}", $order],
            ["/sheets/{$this->ids['sheet']}/pen/pieces?stroke={$stroke}", $order],
            ["/tune/{$this->ids['brush']}/look/swatch", ['brush' => $settings, 'width' => 300, 'height' => 120]],
            ["/tune/{$this->ids['brush']}/pen/pieces?stroke={$stroke}", [...$order, 'brush' => $settings]],
            ["/cut/{$this->ids['source']}/look/preview", ['list' => $list, 'at' => 2, 'size' => 200]],
            ["/cut/{$this->ids['source']}/look/checks", ['list' => $list]],
            ["/sheets/{$this->ids['sheet']}/pen/taken", ['strokes' => [1], 'move' => ['dx' => 3, 'dy' => 4, 'scale' => 1.1]]],
            ['/recordings', ['name' => 'One', 'strokes' => [['samples' => [[0, 1, 1, 1], [10, 20, 20, 1]], 'realPressure' => true]]]],
            ["/sheets/{$this->ids['sheet']}/layers", ['name' => 'Wash']],
        ][$chance->getInt(0, 8)];
        $body = json_encode($mutation->value($good), JSON_PARTIAL_OUTPUT_ON_ERROR);

        return new HostileInput('JSON', 'POST', $path, $chance->getInt(0, 9) === 0 ? $mutation->of((string) $body, '[[[[[[') : (string) $body);
    }

    private function bundle(int $number, Randomizer $chance, Mutation $mutation): HostileInput
    {
        $delivery = sprintf(self::UUID, ~$this->seed & 0xFFFFFFFF, $number);
        $bytes = $chance->getInt(0, 2) === 0 ? self::zip($chance, $mutation) : $mutation->of($this->good['bundle'], $this->good['sheet']);
        $job = ['job' => sprintf(self::UUID, 7, $number), 'beginning' => 'stamp', 'set' => $mutation->word()];

        return new HostileInput('bundle', 'POST', "/incoming/{$delivery}/files", $bytes, ['file', $this->name($mutation, 'b.fogbundle')], new HostileInput('bundle', 'GET', "/incoming/{$delivery}", always: true, then: new HostileInput('bundle', 'POST', "/incoming/{$delivery}/take", (string) json_encode($job), always: true, then: new HostileInput('bundle', 'DELETE', "/incoming/{$delivery}"))));
    }

    /** An archive by hand: names that lead elsewhere, and an entry that unpacks to far more than it says. */
    private static function zip(Randomizer $chance, Mutation $mutation): string
    {
        $body = $directory = '';
        $count = $chance->getInt(1, 5);
        for ($i = 0; $i < $count; $i++) {
            $name = ['manifest.json', '../../../tmp/out', '/etc/passwd', 'a/'.$mutation->word(), 'manifest.json'][$chance->getInt(0, 4)];
            $plain = $chance->getInt(0, 3) === 0 ? str_repeat("\0", 20_000_000) : '{"bundle":1,"brushes":['.$mutation->word().']}';
            $packed = (string) gzdeflate($plain, 9);
            $says = $chance->getInt(0, 1) === 0 ? strlen($plain) : $chance->getInt(0, 0x7FFFFFFF);
            $head = pack('vvvvvVVVvv', 20, 0, 8, 0, 0, crc32($plain), strlen($packed), $says, strlen($name), 0);
            $directory .= "PK\x01\x02\x14\x00".substr($head, 0, -4).pack('vvvvvVV', strlen($name), 0, 0, 0, 0, 0, strlen($body)).$name;
            $body .= "PK\x03\x04{$head}{$name}{$packed}";
        }

        return $body.$directory."PK\x05\x06".pack('vvvvVVv', 0, 0, $count, $count, strlen($directory), strlen($body), 0);
    }

    private function address(Randomizer $chance, Mutation $mutation): HostileInput
    {
        [$method, $path] = $this->addresses[$chance->getInt(0, count($this->addresses) - 1)];
        $bad = rawurlencode($mutation->word());
        $parts = explode('/', $path);
        $parts[$chance->getInt(1, count($parts) - 1)] = $chance->getInt(0, 3) === 0 ? str_repeat('%2e%2e%2f', $chance->getInt(1, 200)) : $bad;
        $query = $chance->getInt(0, 1) === 0 ? "?{$bad}[]={$bad}&page={$bad}&frame[a]={$bad}" : '';

        return new HostileInput('address', $method, implode('/', $parts).$query, $method === 'GET' ? '' : '{}');
    }
}
