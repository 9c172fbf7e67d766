<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Layer;
use App\Models\Sheet;
use App\Painting\OpenRasterFile;
use App\Painting\SheetPicture;
use App\Painting\SheetTracing;
use App\Work\Progress;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response as FileResponse;
use Illuminate\Support\Str;
use Yarrowfog\Core\InvalidInput;

/** A sheet as files to take away. Each says how far it has come where a `job` is named, and can be called off. */
final class SheetFileController
{
    public function picture(Request $request, Sheet $sheet, SheetPicture $pictures): FileResponse
    {
        $format = $request->query('as', 'png');
        if (! is_string($format) || ! isset(SheetPicture::FORMATS[$format])) {
            throw new InvalidInput('as', 'A sheet is saved as one of: '.implode(', ', array_keys(SheetPicture::FORMATS)).'.');
        }
        $layer = self::layer($request, $sheet);
        $isDeep = $request->query('bits') === '16';

        return self::file(
            $request,
            fn (Progress $progress): string => $pictures->file($sheet, $format, $request->query('paper') === '1', $isDeep, $layer, $progress),
            SheetPicture::FORMATS[$format],
            self::name($sheet, $layer?->name).'.'.($format === 'jpeg' ? 'jpg' : $format),
        );
    }

    /** The sheet with all its layers, as OpenRaster. */
    public function openRaster(Request $request, Sheet $sheet, OpenRasterFile $files): FileResponse
    {
        return self::file($request, fn (Progress $progress): string => $files->write($sheet, $progress), OpenRasterFile::MIME, self::name($sheet).'.ora');
    }

    /** What is shown, or one layer, as outlines. */
    public function outlines(Request $request, Sheet $sheet, SheetTracing $tracing): FileResponse
    {
        $layer = self::layer($request, $sheet);
        $within = self::within($request);

        return self::file($request, fn (Progress $progress): string => $tracing->trace($sheet, $layer, $within, $progress)->svg, 'image/svg+xml', self::name($sheet, $layer?->name).'.svg');
    }

    /** The outlines to look at over the sheet, and how good they are. */
    public function tracing(Request $request, Sheet $sheet, SheetTracing $tracing): JsonResponse
    {
        $layer = self::layer($request, $sheet);

        return response()->json(self::work($request, fn (Progress $progress): array => $tracing->trace($sheet, $layer, self::within($request), $progress)->toArray()));
    }

    /** The layer that is meant alone; null for all that is shown. */
    private static function layer(Request $request, Sheet $sheet): ?Layer
    {
        return $request->query('layer') === null ? null : $sheet->findLayer($request->integer('layer'));
    }

    private static function within(Request $request): float
    {
        [$least, $most, $usual] = SheetTracing::WITHIN;
        $within = $request->query('within');

        return is_numeric($within) ? max($least, min($most, (float) $within)) : $usual;
    }

    /** @param  Closure(Progress): string  $make */
    private static function file(Request $request, Closure $make, string $type, string $name): FileResponse
    {
        return response(self::work($request, $make), 200, ['Content-Type' => $type, 'Content-Disposition' => "attachment; filename=\"{$name}\""]);
    }

    /**
     * @template T
     *
     * @param  Closure(Progress): T  $do
     * @return T
     */
    private static function work(Request $request, Closure $do): mixed
    {
        // A large sheet takes as long as it takes; nginx and the pool have a wall of their own.
        set_time_limit(0);
        $job = $request->query('job');
        $progress = Progress::of(is_string($job) ? $job : null);
        try {
            return $do($progress);
        } finally {
            $progress->done();
        }
    }

    /** What it is called, in letters that every system can hold. */
    private static function name(Sheet $sheet, ?string $layer = null): string
    {
        $name = Str::slug($layer === null ? $sheet->name : "{$sheet->name} {$layer}");

        return $name === '' ? "sheet-{$sheet->id}" : $name;
    }
}
