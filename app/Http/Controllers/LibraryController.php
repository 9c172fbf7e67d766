<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Copies\CopiedLibrary;
use App\Copies\LibraryCopies;
use App\Copies\LibraryFile;
use App\Copies\PutBack;
use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Source;
use App\Work\Progress;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Yarrowfog\Core\InvalidInput;

/** The library as a whole: copied, carried away, put back, begun anew. */
final class LibraryController
{
    public function __construct(private readonly LibraryCopies $copies)
    {
    }

    public function show(): View
    {
        return view('rooms.library', ['data' => [
            'copies' => $this->cards(),
            'folder' => $this->copies->folder,
            'counts' => ['brushes' => Brush::library()->count(), 'sources' => Source::query()->count(), 'sheets' => Sheet::painted()->count()],
        ]]);
    }

    /** Keeps a copy beside the library. */
    public function store(): JsonResponse
    {
        $this->copies->take('by hand');

        return response()->json(['copies' => $this->cards()], 201);
    }

    public function destroy(string $copy): JsonResponse
    {
        $this->copies->remove($copy);

        return response()->json(['copies' => $this->cards()]);
    }

    /** A copy as one file, made ready to be fetched; of the library as it is where no copy is named. */
    public function pack(Request $request): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['copy', 'job']);
        $progress = Progress::of($body->text('job', ''));
        set_time_limit(0);
        $name = $body->text('copy', '', 80);
        $id = (string) Str::uuid();
        try {
            $path = self::path($id);
            @mkdir(dirname($path), 0700, true);
            if ($name === '') {
                LibraryFile::save($this->copies, $path, $progress);
            } else {
                $folder = $this->copies->path($name);
                LibraryFile::write("{$folder}/".LibraryCopies::DATABASE, "{$folder}/".LibraryCopies::FILES, $path, $progress);
            }
        } finally {
            $progress->done();
        }

        return response()->json(['file' => route('library.file', $id), 'bytes' => filesize($path)], 201);
    }

    public function file(string $id): BinaryFileResponse
    {
        abort_unless(is_file(self::path($id)), 404);

        return response()->download(self::path($id), 'yarrowfog-'.now()->format('Y-m-d').'.'.LibraryFile::ENDING, ['Content-Type' => LibraryFile::MEDIA_TYPE]);
    }

    public function putBack(Request $request, string $copy, PutBack $back): JsonResponse
    {
        return $this->exchange($request, fn (Progress $progress): string => $back->put(LibraryFile::ofFolder($this->copies->path($copy)), $progress));
    }

    /** Of a file that was carried here. */
    public function bring(Request $request, PutBack $back): JsonResponse
    {
        $file = $request->file('file');
        if (! $file instanceof UploadedFile || ! $file->isValid()) {
            throw new InvalidInput('file', 'The file did not arrive whole. Files up to 2 GB are taken here; larger ones by “bin/yarrowfog library restore”.');
        }
        $job = $request->query('job');
        $progress = Progress::of(is_string($job) ? $job : null);

        return $this->exchange($request, fn (): string => LibraryFile::open($file->getPathname(), fn (CopiedLibrary $copy): string => $back->put($copy, $progress)), $progress);
    }

    /** The library as new, with or without the demo. */
    public function startOver(Request $request, PutBack $back): JsonResponse
    {
        $withDemo = JsonBody::read($request)->keys(['demo', 'job'])->flag('demo', false);

        return $this->exchange($request, fn (Progress $progress): string => $back->startOver($withDemo, $progress));
    }

    /** @param  callable(Progress): string  $do */
    private function exchange(Request $request, callable $do, ?Progress $progress = null): JsonResponse
    {
        set_time_limit(0);
        $progress ??= Progress::of(JsonBody::read($request)->text('job', ''));
        try {
            $before = $do($progress);
        } finally {
            $progress->done();
        }

        return response()->json(['before' => $before, 'copies' => $this->cards()]);
    }

    /** @return list<array<string, mixed>> */
    private function cards(): array
    {
        return array_map(fn (array $copy): array => [
            ...$copy,
            'when' => Carbon::parse($copy['at'])->diffForHumans(),
            'exact' => Carbon::parse($copy['at'])->toDayDateTimeString(),
            'size' => number_format($copy['bytes'] / 1e6, 1).' MB',
            'url' => url("/library/copies/{$copy['name']}"),
        ], $this->copies->all());
    }

    private static function path(string $id): string
    {
        return storage_path("yarrowfog/outgoing/{$id}.".LibraryFile::ENDING);
    }
}
