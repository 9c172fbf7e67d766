<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use App\Store\DerivativeCache;
use App\Store\Epoch;
use Illuminate\Support\Facades\DB;

/**
 * All paint of a sheet as it was when a page left it, ready to be sent: unpacking tiles is most of what opening one takes, the more the
 * denser the paint.
 *
 * One file a sheet: 4 bytes big-endian length of the JSON, the JSON (of which state it is, and the places), and the bytes.
 */
final readonly class KeptPixels
{
    /** Bytes of paint that are kept at most: a sheet with more is unpacked when it is opened. */
    private const MOST = 96 * 1024 * 1024;

    public function __construct(private SheetView $view, private DerivativeCache $derived, private Epoch $epoch)
    {
    }

    /** Keeps what is there, unless it is kept already, or too much. */
    public function keep(Sheet $sheet): void
    {
        $revision = self::revision($sheet);
        $state = $this->state($sheet->id, $revision);
        if ($this->read($sheet->id, $state) !== null || $this->bytes($sheet) > self::MOST) {
            return;
        }
        $patches = $this->view->all($sheet);
        // What was painted meanwhile may be in some of the tiles, and not in others.
        if (self::revision($sheet) === $revision) {
            $head = json_encode(['state' => $state, 'places' => $patches->places()], JSON_THROW_ON_ERROR);
            $this->derived->put(self::key($sheet->id), pack('N', strlen($head)).$head.$patches->bytes());
        }
    }

    /** What is kept of a sheet as it stands; null where there is nothing. */
    public function find(Sheet $sheet): ?PixelPatches
    {
        return $this->read($sheet->id, $this->state($sheet->id, self::revision($sheet)));
    }

    private static function revision(Sheet $sheet): int
    {
        return Sheet::query()->findOrFail($sheet->id, ['revision'])->revision;
    }

    private function read(int $sheet, string $state): ?PixelPatches
    {
        $file = (string) $this->derived->find(self::key($sheet));
        $length = strlen($file) < 4 ? 0 : (unpack('N', $file) ?: [])[1];
        $head = is_int($length) ? json_decode(substr($file, 4, $length), true) : null;
        if (! is_int($length) || ! is_array($head) || ($head['state'] ?? null) !== $state || ! is_array($head['places'] ?? null)) {
            return null;
        }

        return PixelPatches::read($head['places'], substr($file, 4 + $length));
    }

    private function bytes(Sheet $sheet): int
    {
        return 4 * TileGrid::SIDE ** 2 * DB::table('tiles')->whereIn('layer_id', $sheet->layers()->pluck('id'))->count();
    }

    private static function key(int $sheet): string
    {
        return "pixels-{$sheet}";
    }

    private function state(int $sheet, int $revision): string
    {
        return $this->epoch->current()." {$sheet} {$revision}";
    }
}
