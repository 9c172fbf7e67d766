<?php

declare(strict_types=1);

namespace Tests\Browser;

/** Browser tests that paint on sheets of their own. */
trait OnSheets
{
    private function onSheet(int $width, int $height): Chrome
    {
        $chrome = $this->chrome();
        $chrome->open('/try');
        $id = $chrome->run('return fetch("/sheets", { method: "POST", headers: { "Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content }, body: JSON.stringify({ name: "Layers", width: arguments[0], height: arguments[1] }) }).then(r => r.json()).then(j => j.id)', $width, $height);
        $chrome->open("/try/{$id}");
        $chrome->find('[data-surface][data-loaded=yes]');

        return $chrome;
    }

    /**
     * Asks the server as another page on the same sheet would.
     *
     * @param  array<string, mixed>  $json
     * @return array<string, mixed> the words of the answer
     */
    private function ask(string $method, string $path, array $json): array
    {
        $answer = $this->chrome()->run(<<<'JS'
            const sheet = '/sheets/' + location.pathname.split('/').pop();
            return fetch(sheet + arguments[1], { method: arguments[0], headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': document.querySelector('meta[name=csrf-token]').content }, body: arguments[2] })
                .then(async (r) => { const b = await r.arrayBuffer(); return r.ok ? new TextDecoder().decode(new Uint8Array(b, 4, new DataView(b).getUint32(0))) : 'refused ' + new TextDecoder().decode(b); });
            JS, $method, $path, json_encode($json));
        $words = json_decode((string) $answer, true);

        return is_array($words) ? $words : self::fail("{$method} {$path}: ".mb_substr((string) $answer, 0, 300));
    }

    /**
     * @param  list<list<float>>  $samples
     * @param  array<string, mixed>  $more
     */
    private function stroke(array $samples, array $more): void
    {
        $pen = $this->chrome()->run('return JSON.parse(document.getElementById("try-data").textContent).brushes.find(b => b.name === "Round pen").id');
        $uuid = $this->chrome()->run('return crypto.randomUUID()');
        $this->ask('POST', "/pen/strokes?stroke={$uuid}", ['stroke' => $uuid, 'brush' => $pen, 'roll' => 3, 'realPressure' => true, 'samples' => $samples, ...$more]);
    }

    private function addLayer(string $name): int
    {
        $made = $this->ask('POST', '/layers', ['name' => $name])['made'];

        return is_int($made) ? $made : 0;
    }

    /** The page has heard of all that was done. */
    private function waitForRevision(): void
    {
        $this->chrome()->wait('the page to follow', fn (): bool => (bool) $this->chrome()->run(<<<'JS'
            return fetch('/sheets/' + location.pathname.split('/').pop() + '/since/999999').then(r => r.arrayBuffer()).then(b => JSON.parse(new TextDecoder().decode(new Uint8Array(b, 4, new DataView(b).getUint32(0)))).revision === Number(document.querySelector('[data-surface]').dataset.revision));
            JS));
        $this->chrome()->run('return new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))');
    }

    /** What the server answers to a GET of this sheet, as bytes. */
    private function fetch(string $path): string
    {
        return (string) base64_decode((string) $this->chrome()->run(<<<'JS'
            return fetch('/sheets/' + location.pathname.split('/').pop() + arguments[0]).then(r => r.arrayBuffer()).then(b => btoa(Array.from(new Uint8Array(b), c => String.fromCharCode(c)).join('')));
            JS, $path), true);
    }
}
