<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Source;
use App\Pictures\Picture;
use App\Pictures\PictureFile;
use App\Pictures\PictureRefused;
use App\Pictures\PictureType;
use App\Pictures\StrangerFile;
use App\Pictures\SvgFile;
use App\Store\BlobStore;
use Illuminate\Database\Eloquent\Builder;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\InvalidInput;

/** Takes pictures in as they come. */
final readonly class SourceIntake
{
    /** Where a source came from that is a drawing of lines. */
    private const LINES = 'lines';

    public function __construct(private BlobStore $kept)
    {
    }

    /**
     * The whole picture is decoded before anything is stored, so that nothing half-made stays behind.
     *
     * @param  string  $origin  how it came in
     * @param  array<string, mixed>|null  $recipe  what it was made by, where it can be made anew
     * @param  bool  $isOurs  whether its bytes were written by this program
     *
     * @throws PictureRefused
     */
    public function takeIn(string $bytes, string $name, string $origin = 'file', ?array $recipe = null, bool $isOurs = true): Source
    {
        if (SvgFile::is($bytes)) {
            return Source::query()->create([...$this->draw($bytes, SvgFile::FIRST), 'name' => $name, 'origin' => self::LINES]);
        }
        $picture = $isOurs ? PictureFile::read($bytes) : StrangerFile::look($bytes);
        $type = PictureType::of($bytes);

        return Source::query()->create([
            'name' => $name,
            'hash' => $this->kept->put($bytes),
            'type' => $type->value,
            'bytes' => strlen($bytes),
            'width' => $picture->width,
            'height' => $picture->height,
            'dpi' => $picture->dpi,
            'origin' => $origin,
            'recipe' => $recipe,
        ]);
    }

    /**
     * Takes a file in, unless a source already holds the very same one; two that come at once are one too.
     *
     * @return array{Source, bool} and whether it was already here
     *
     * @throws PictureRefused
     */
    public function takeInOnce(string $bytes, string $name): array
    {
        return $this->kept->alone($bytes, function () use ($bytes, $name): array {
            $hash = hash('sha256', $bytes);
            $here = Source::query()->where(fn (Builder $same) => $same->where('hash', $hash)->orWhere('recipe->svg', $hash))->first();

            return [$here ?? $this->takeIn($bytes, $name, isOurs: false), $here !== null];
        });
    }

    /**
     * Makes the picture of a drawing of lines anew, larger or smaller; what is measured in px in its list follows.
     *
     * @param  int  $side  px of its longer side
     *
     * @throws InvalidInput|PictureRefused
     */
    public function redraw(Source $source, int $side): void
    {
        $svg = $source->recipe['svg'] ?? null;
        if (! is_string($svg)) {
            throw new InvalidInput('side', 'This source is no drawing of lines: its pixels are as they came in.');
        }
        $before = max($source->width, $source->height);
        $source->fill($this->draw($this->kept->get($svg), $side));
        $source->cut_list = $source->cut_list?->scale(max($source->width, $source->height) / $before);
        $source->save();
    }

    /**
     * @return array<string, mixed> what a source holds of a drawing of lines
     *
     * @throws PictureRefused
     */
    private function draw(string $svg, int $side): array
    {
        $png = SvgFile::png($svg, $side);
        $picture = PictureFile::read($png);
        if (trim($picture->rgba, "\0") === '') {
            throw new PictureRefused('Nothing is drawn in this SVG. What it loads from elsewhere is left out: save it with everything inside it.');
        }

        return [
            'hash' => $this->kept->put($png),
            'type' => 'png',
            'bytes' => strlen($svg),
            'width' => $picture->width,
            'height' => $picture->height,
            'recipe' => ['svg' => $this->kept->put($svg), 'side' => $side],
        ];
    }

    /** Takes a picture from one of the ways. */
    public function takeFrom(Way $way, FieldValues $numbers, string $name): Source
    {
        $taken = $way->take($numbers);
        $bytes = PictureFile::encode($taken->picture->width, $taken->picture->height, $taken->picture->toBytes(), $taken->isPhoto ? 'jpeg' : 'png', $taken->dpi);

        return $this->takeIn($bytes, $name, $way->id(), $numbers->toArray());
    }
}
