<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bundles\BundleOrder;
use App\Bundles\BundlePacker;
use App\Bundles\PartsPacker;
use App\Bundles\SampleCard;
use App\Bundles\TipsFolder;
use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Work\Progress;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Yarrowfog\Core\Format\Bundle\Manifest;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** Brushes as files to give away: a bundle, the tips alone, or a picture that shows them. */
final class OutgoingController
{
    private const KEYS = ['as', 'ids', 'set', 'title', 'versions', 'sources', 'recordings', 'format', 'width', 'job'];

    /** Endings and types of what can go out. */
    private const TYPES = [Manifest::ENDING => Manifest::MEDIA_TYPE, 'zip' => 'application/zip', 'png' => 'image/png', 'svg' => 'image/svg+xml'];

    /** How long the bundle would be, before it is packed. */
    public function size(Request $request, BundlePacker $packer): JsonResponse
    {
        $order = self::order(JsonBody::read($request)->keys(self::KEYS));

        return response()->json(['bytes' => $packer->size($order), 'count' => count($order->ids), 'title' => $order->title]);
    }

    /** Packs, and says where the file can be fetched. */
    public function store(Request $request, BundlePacker $packer, TipsFolder $tips, SampleCard $cards): JsonResponse
    {
        $body = JsonBody::read($request)->keys(self::KEYS);
        $as = $body->choice('as', ['bundle', 'tips', 'card'], 'bundle');
        $order = self::order($body);
        $format = $as === 'card' ? $body->choice('format', ['png', 'svg'], 'png') : $body->choice('format', TipsFolder::FORMATS, 'png');
        $ending = match ($as) {
            'bundle' => Manifest::ENDING,
            'tips' => 'zip',
            default => $format,
        };
        $id = (string) Str::uuid();
        $path = self::path($id, $ending);
        @mkdir(dirname($path), 0700, true);
        $progress = Progress::of($body->text('job', ''));
        set_time_limit(0);
        try {
            match ($as) {
                'bundle' => $packer->pack($order, $path, $progress),
                'tips' => $tips->write($order, $format, $path, $progress),
                default => file_put_contents($path, $cards->paint($order, $body->integer('width', SampleCard::NARROWEST, SampleCard::WIDEST, SampleCard::USUAL), $format, $progress)),
            };
        } finally {
            $progress->done();
        }

        return response()->json(['file' => route('outgoing.file', [$id, $ending, PartsPacker::slug($order->title, 'brushes')]), 'bytes' => filesize($path)], 201);
    }

    public function file(string $id, string $ending, string $name): BinaryFileResponse
    {
        abort_unless(Str::isUuid($id) && isset(self::TYPES[$ending]) && is_file(self::path($id, $ending)), 404);

        return response()->download(self::path($id, $ending), Str::slug($name).".{$ending}", ['Content-Type' => self::TYPES[$ending]]);
    }

    private static function path(string $id, string $ending): string
    {
        return storage_path('yarrowfog/outgoing/'.strtolower($id).".{$ending}");
    }

    /** @throws InvalidInput */
    private static function order(JsonReader $body): BundleOrder
    {
        [$versions, $sources, $recordings] = [$body->flag('versions', false), $body->flag('sources', false), $body->flag('recordings', false)];
        if ($body->has('set')) {
            $set = BrushSet::query()->find($body->integer('set', 1, PHP_INT_MAX)) ?? throw new InvalidInput('set', 'This set is gone. Choose another one.');

            return BundleOrder::ofSet($set, $versions, $sources, $recordings);
        }
        $ids = $body->integers('ids', Manifest::MOST_BRUSHES);
        if ($ids === []) {
            return BundleOrder::ofAll($versions, $sources, $recordings);
        }
        $title = trim($body->text('title', '', 120));

        return new BundleOrder($ids, $title !== '' ? $title : (count($ids) === 1 ? (Brush::query()->find($ids[0])->name ?? '') : count($ids).' brushes'), [], $versions, $sources, $recordings);
    }
}
