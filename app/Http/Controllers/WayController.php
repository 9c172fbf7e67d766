<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\SourceIntake;
use App\Gathering\Way;
use App\Gathering\Ways;
use App\Http\FileName;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Font;
use App\Painting\PixelPatches;
use App\Pictures\FontFile;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Form\TextField;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** The ways in that make or take a picture by numbers. */
final class WayController
{
    /** px of the longer side of what is looked at beforehand. */
    private const PREVIEW = 900;

    /** px of the longer side of a choice's picture: twice as many as it is shown at. */
    private const CHOICE = 176;

    /** Words that show a font. */
    private const SAMPLE = 'Gull';

    public function __construct(private readonly Ways $ways)
    {
    }

    public function show(string $way): View
    {
        $found = $this->way($way);

        return view('rooms.way', [
            'way' => $found,
            'ways' => $this->ways->all(),
            'params' => array_map(fn (Field $p): array => $p->toArray(), $found->params()),
            'numbers' => FieldValues::read($found->params(), JsonReader::of([]))->toArray(),
        ]);
    }

    public function preview(Request $request, string $way): Response
    {
        $found = $this->way($way);
        $numbers = FieldValues::read($found->params(), JsonBody::read($request));
        $taken = $found->take($numbers, self::PREVIEW);
        $patches = new PixelPatches;
        $patches->add($taken->picture->bounds(), $taken->picture);

        return $patches->answer(['name' => $found->name($numbers)]);
    }

    /** One choice as a picture: what it makes, all else as it begins. */
    public function choice(Request $request, string $way, string $key): Response
    {
        $found = $this->way($way);
        $wanted = [];
        foreach ($found->params() as $param) {
            if ($param->key === $key && $param instanceof ChoiceField && $param->isPictured) {
                $wanted[$key] = $request->string('is')->value();
            } elseif ($param instanceof TextField) {
                $wanted[$param->key] = self::SAMPLE;
            }
        }
        abort_unless(isset($wanted[$key]), 404);
        $taken = $found->take(FieldValues::read($found->params(), JsonReader::of($wanted)), self::CHOICE);

        return new Response(PictureFile::png($taken->picture), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=86400']);
    }

    public function store(Request $request, string $way, SourceIntake $sources, InHand $inHand): JsonResponse
    {
        $found = $this->way($way);
        $body = JsonBody::read($request)->keys(['numbers', 'name']);
        $numbers = FieldValues::read($found->params(), $body->object('numbers'));
        $source = $sources->takeFrom($found, $numbers, $body->text('name', $found->name($numbers), 120));
        $inHand->take($source);

        return response()->json(['id' => $source->id, 'name' => $source->name, 'cut' => route('cut', $source)], 201);
    }

    /** A font of the painter's own. */
    public function font(Request $request, BlobStore $kept): JsonResponse
    {
        $file = $request->file('font');
        if (! $file instanceof UploadedFile || ! $file->isValid()) {
            throw new InvalidInput('font', 'The font did not arrive whole. Choose it once more.');
        }
        $bytes = (string) $file->getContent();
        FontFile::check($bytes);
        $font = Font::query()->updateOrCreate(['name' => FileName::of($file, 'Own font', 80)], ['hash' => $kept->put($bytes)]);

        return response()->json(['name' => $font->name], 201);
    }

    private function way(string $id): Way
    {
        return $this->ways->find($id) ?? abort(404);
    }
}
