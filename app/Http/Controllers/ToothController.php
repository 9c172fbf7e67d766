<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\SourceImages;
use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\BrushVersion;
use App\Models\Source;
use App\Models\StoredPicture;
use App\Models\Tooth;
use App\Painting\BrushTextureLoader;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Make\SeamlessTooth;
use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;

/** Grounds to choose from: those that are made by code, and those made of a picture. */
final class ToothController
{
    /** A tooth of one's own from a source. */
    public function store(Request $request, SourceImages $images, BlobStore $kept): JsonResponse
    {
        $source = Source::query()->find(JsonBody::read($request)->keys(['source'])->integer('source', 1, PHP_INT_MAX)) ?? throw new InvalidInput('source', 'This source is gone. Choose another one.');
        $heights = SeamlessTooth::of($images->preview($source)->bitmap());
        $tooth = Tooth::query()->create(['name' => $source->name, 'hash' => $kept->put($heights->toBytes()), 'side' => $heights->width, 'source_id' => $source->id]);

        return response()->json(['tooth' => self::card($tooth)], 201);
    }

    /** Refused while a brush needs it. */
    public function destroy(Tooth $tooth): JsonResponse
    {
        $brush = Brush::withTrashed()->get()->first(fn (Brush $b): bool => in_array($tooth->id, [$b->tooth_id, $b->parts()->tooth], true))
            ?? BrushVersion::query()->get()->first(fn (BrushVersion $v): bool => $v->parts?->tooth === $tooth->id);
        if ($brush !== null) {
            throw new InvalidInput('tooth', sprintf('“%s” is the ground of %s. Choose another tooth there first.', $tooth->name, $brush instanceof Brush ? "“{$brush->name}”" : 'an earlier version of a brush'));
        }
        $tooth->delete();

        return response()->json(['deleted' => true]);
    }

    public function restore(int $id): JsonResponse
    {
        Tooth::query()->withoutGlobalScope(SoftDeletingScope::class)->findOrFail($id)->restore();

        return response()->json(['restored' => true]);
    }

    /** Its heights as a grey picture that repeats. */
    public function picture(Tooth $tooth, BrushTextureLoader $rack): Response
    {
        return self::grey($rack->loadOwn(StoredPicture::ofTooth($tooth)));
    }

    public function made(string $name, BrushTextureLoader $rack): Response
    {
        abort_unless(in_array($name, Teeth::names(), true), 404);

        return self::grey($rack->loadMade($name));
    }

    /** @return list<array{id: int|null, tooth: string, name: string, picture: string}> */
    public static function cards(): array
    {
        $made = array_map(fn (string $name): array => ['id' => null, 'tooth' => $name, 'name' => $name, 'picture' => route('teeth.made', $name)], Teeth::names());

        return [...$made, ...array_values(Tooth::query()->latest('id')->get()->map(self::card(...))->all())];
    }

    /** @return array{id: int|null, tooth: string, name: string, picture: string} */
    private static function card(Tooth $tooth): array
    {
        return ['id' => $tooth->id, 'tooth' => 'own', 'name' => $tooth->name, 'picture' => route('teeth.picture', $tooth)];
    }

    private static function grey(Plane $heights): Response
    {
        $pixels = array_map(fn (int $h): int => ($h >> 8) * 0x01010100 | 255, $heights->values);

        return response(PictureFile::png(new Bitmap($heights->width, $heights->height, $pixels)), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=86400']);
    }
}
