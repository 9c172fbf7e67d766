<?php

declare(strict_types=1);

namespace App\Painting;

use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/**
 * Rectangles of pixels for the browser, with a few words about them.
 *
 * Body: 4 bytes big-endian length of the JSON, the JSON, then the RGBA bytes of every
 * rectangle of its `patches` ([x, y, width, height, layer]), one after another.
 */
final class PixelPatches
{
    /** @var list<array{int, int, int, int, int}> */
    private array $places = [];

    private string $bytes = '';

    /** @param  int  $layer  on which it lies, by its id; 0 where there is only one */
    public function add(Rect $area, Bitmap $pixels, int $layer = 0): self
    {
        return $this->addBytes($area, $pixels->toBytes(), $layer);
    }

    /** @param  string  $rgba  row by row */
    public function addBytes(Rect $area, string $rgba, int $layer): self
    {
        $this->places[] = [...$area->toArray(), $layer];
        $this->bytes .= $rgba;

        return $this;
    }

    /**
     * What `places` and `bytes` were of others.
     *
     * @param  array<mixed>  $places
     * @return self|null null where they do not belong together
     */
    public static function read(array $places, string $bytes): ?self
    {
        $read = new self;
        $read->bytes = $bytes;
        $length = 0;
        foreach ($places as $place) {
            if (! is_array($place) || count($numbers = array_values(array_filter($place, is_int(...)))) !== 5) {
                return null;
            }
            $read->places[] = $numbers;
            $length += 4 * $numbers[2] * $numbers[3];
        }

        return $length === strlen($bytes) ? $read : null;
    }

    /** @return list<array{int, int, int, int, int}> x, y, width, height and layer of each */
    public function places(): array
    {
        return $this->places;
    }

    /** RGBA of all of them, one after another. */
    public function bytes(): string
    {
        return $this->bytes;
    }

    /** @param  array<string, mixed>  $words */
    public function answer(array $words = []): Response
    {
        $json = json_encode([...$words, 'patches' => $this->places], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);

        $body = pack('N', strlen($json)).$json.$this->bytes;

        return new Response($body, 200, [
            'Content-Type' => 'application/octet-stream',
            // With its length known, the browser need not wait for the connection to close.
            'Content-Length' => (string) strlen($body),
            'Cache-Control' => 'no-store',
        ]);
    }
}
