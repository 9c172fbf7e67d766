<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bundles\BundleReader;
use App\Bundles\BundleTaker;
use App\Bundles\DeliveredStrips;
use App\Bundles\Delivery;
use App\Bundles\PictureStamps;
use App\Http\FileName;
use App\Http\JsonBody;
use App\Painting\BrushStrip;
use App\Pictures\PictureRefused;
use App\Work\Progress;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Yarrowfog\Core\Format\Bundle\BundledBrush;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\Beginnings;

use function Illuminate\Support\defer;

/** What somebody brings: laid down beside the library, looked at painted, and taken or left. */
final class IncomingController
{
    /** Ending of the names that systems give to files. */
    private const LONGEST = 120;

    /** Strips that are painted before anybody asks. */
    private const FIRST = 12;

    /** A file more. */
    public function store(Request $request, string $delivery, DeliveredStrips $strips): JsonResponse
    {
        $file = $request->file('file');
        if (! $file instanceof UploadedFile || ! $file->isValid()) {
            throw new InvalidInput('file', 'The file did not arrive whole. A bundle of up to 1 GB is taken here, and pictures up to 100 MB; larger ones by “bin/yarrowfog bundle take”.');
        }
        $brought = Delivery::of($delivery);
        $added = $brought->add($file->getPathname(), FileName::of($file, 'File', self::LONGEST));
        if ($added['kind'] === Delivery::BUNDLE) {
            // The page is on its way already: what it shows first is painted meanwhile.
            defer(fn () => self::paintFirst($brought, $added['place'], $strips));
        }

        return response()->json($added, 201);
    }

    private static function paintFirst(Delivery $brought, int $place, DeliveredStrips $strips): void
    {
        try {
            for ($i = 0, $most = min(self::FIRST, $brought->bundle($place)->count()); $i < $most; $i++) {
                $strips->ofBundle($brought, $place, $i);
            }
        } catch (InvalidInput|PictureRefused) {
            // Told by the page.
        }
    }

    public function show(string $delivery, BundleTaker $taker): View
    {
        $brought = Delivery::of($delivery);
        abort_unless($brought->isThere(), 404);

        return view('rooms.incoming', ['data' => [
            'url' => route('incoming', $delivery),
            'files' => array_map(fn (array $file): array => [...$file, ...$file['kind'] === Delivery::BUNDLE ? self::look($brought, $file['place'], $taker) : ['strip' => route('incoming.strip', [$delivery, $file['place'], 0])]], $brought->files()),
            'beginnings' => array_map(fn (array $beginning): string => $beginning['sentence'], Beginnings::all()),
        ]]);
    }

    /** A brush of what was brought, painted by this engine. */
    public function strip(Request $request, string $delivery, int $place, int $brush, DeliveredStrips $strips, PictureStamps $stamps): Response
    {
        $brought = Delivery::of($delivery);
        $file = array_find($brought->files(), fn (array $file): bool => $file['place'] === $place) ?? abort(404);
        if ($file['kind'] === Delivery::PICTURE) {
            $beginning = $request->query('as');
            $png = $stamps->strip($brought->bytes($place), is_string($beginning) && isset(Beginnings::all()[$beginning]) ? $beginning : 'stamp', BrushStrip::WIDTH, BrushStrip::HEIGHT);
        } else {
            $png = $strips->ofBundle($brought, $place, $brush);
        }

        return response($png, 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=86400']);
    }

    public function take(Request $request, string $delivery, BundleTaker $taker, PictureStamps $stamps): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['job', 'beginning', 'set', 'choices', 'leave']);
        $brought = Delivery::of($delivery);
        $beginning = $body->choice('beginning', array_keys(Beginnings::all()), 'stamp');
        $set = trim($body->text('set', '', 120));
        $left = $body->integers('leave', 500);
        $progress = Progress::of($body->text('job', ''));
        set_time_limit(0);
        try {
            $taken = [];
            foreach ($brought->files() as $file) {
                if ($file['kind'] === Delivery::BUNDLE && ! in_array($file['place'], $left, true)) {
                    array_push($taken, ...$taker->take($brought->bundle($file['place']), self::choices($body->object('choices')->object((string) $file['place'])), $set, $progress));
                }
            }
            $pictures = array_values(array_filter($brought->pictures(), fn (array $file): bool => ! in_array($file['place'], $left, true)));
            if ($pictures !== []) {
                array_push($taken, ...$stamps->take(array_map(fn (array $file): array => ['name' => $file['name'], 'bytes' => $brought->bytes($file['place'])], $pictures), $beginning, $set, $progress));
            }
        } finally {
            $progress->done();
        }
        $brought->remove();

        return response()->json(['taken' => count($taken), 'keep' => route('keep')]);
    }

    public function destroy(string $delivery): JsonResponse
    {
        Delivery::of($delivery)->remove();

        return response()->json(['gone' => true]);
    }

    /** @return array<string, mixed> a bundle as the page shows it, or the sentence that says why it is none */
    private static function look(Delivery $brought, int $place, BundleTaker $taker): array
    {
        try {
            $reader = $brought->bundle($place);
            $met = $taker->compare($reader);
            $manifest = $reader->file->manifest;
            $maker = $manifest->maker === null ? null : $reader->maker($manifest->maker);

            return [
                'title' => $manifest->title,
                'note' => $manifest->note,
                'maker' => $maker->name ?? '',
                'licence' => $manifest->licence,
                'date' => $manifest->date,
                'sets' => array_column(array_map(fn ($set): array => ['name' => $set->name], $manifest->sets), 'name'),
                'brushes' => array_map(fn (BundledBrush $brush, array $here, int $i): array => self::card($brush, $here, $reader, route('incoming.strip', [$brought->id, $place, $i])), array_values($reader->brushes()), $met, array_keys($met)),
            ];
        } catch (InvalidInput|PictureRefused $e) {
            return ['wrong' => $e->getMessage()];
        }
    }

    /**
     * @param  array{same: \App\Models\Brush|null, named: \App\Models\Brush|null}  $here
     * @return array<string, mixed>
     */
    private static function card(BundledBrush $brush, array $here, BundleReader $reader, string $strip): array
    {
        $maker = $brush->maker === null ? null : $reader->maker($brush->maker);

        return [
            'name' => $brush->name,
            'strip' => $strip,
            'maker' => $maker->name ?? '',
            'licence' => $brush->licence !== '' ? $brush->licence : $maker->licence ?? '',
            'same' => $here['same']?->name,
            'named' => $here['named']?->name,
        ];
    }

    /** @return array<int, string> */
    private static function choices(JsonReader $from): array
    {
        $choices = [];
        foreach ($from->names() as $place) {
            $choices[(int) $place] = $from->choice($place, [BundleTaker::TAKE, BundleTaker::SKIP, BundleTaker::REPLACE]);
        }

        return $choices;
    }
}
