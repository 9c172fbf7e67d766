<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bundles\BundleOrder;
use App\Bundles\BundlePacker;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\Maker;
use App\Models\Source;
use App\Pictures\PictureFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Format\Bundle\Manifest;
use ZipArchive;

/** What is brought and what is sent, as pages do it. */
final class DeliveryTest extends FeatureTestCase
{
    /** @return TestResponse<Response> */
    private function bring(string $delivery, string $name, string $bytes): TestResponse
    {
        $path = "{$this->folder}/".bin2hex(random_bytes(4));
        file_put_contents($path, $bytes);

        return $this->post("/incoming/{$delivery}/files", ['file' => new UploadedFile($path, $name, test: true)], ['Accept' => 'application/json']);
    }

    private function bundle(): string
    {
        app(BundlePacker::class)->pack(BundleOrder::ofAll(), "{$this->folder}/b.fogbundle");

        return (string) file_get_contents("{$this->folder}/b.fogbundle");
    }

    public function test_bundles_and_pictures_are_looked_at_together_and_taken_with_a_choice_for_each(): void
    {
        $same = $this->brush();
        $same->update(['name' => 'Same']);
        $named = $this->brush(['size' => ['base' => 30]]);
        $named->update(['name' => 'Named']);
        $gone = $this->brush(['size' => ['base' => 31]]);
        $gone->update(['name' => 'Gone']);
        $bundle = $this->bundle();
        $named->update(['kept' => $named->kept->withBase('size', 99.0)]);
        $gone->forceDelete();
        $delivery = (string) Str::uuid();
        $this->bring($delivery, 'all.fogbundle', $bundle)->assertCreated()->assertJson(['place' => 1, 'kind' => 'bundle']);
        $this->bring($delivery, '../../blot<b>.png', $this->scan(90, 70))->assertCreated()->assertJson(['place' => 2, 'name' => 'blot<b>', 'kind' => 'picture']);
        $this->bring($delivery, 'half.fogbundle', substr($bundle, 0, -500))->assertCreated();
        $this->bring($delivery, 'letter.txt', 'Dear harbour master')->assertUnprocessable();
        $files = (array) $this->get("/incoming/{$delivery}")->assertOk()->viewData('data')['files'];
        self::assertSame(['Same', null, null], array_column($files[0]['brushes'], 'same'));
        self::assertSame(['Same', 'Named', null], array_column($files[0]['brushes'], 'named'));
        self::assertStringContainsString('cut short', $files[2]['wrong']);
        foreach (["/incoming/{$delivery}/1/2/strip", "/incoming/{$delivery}/2/0/strip?as=scatter"] as $strip) {
            $painted = PictureFile::read((string) $this->get($strip)->assertOk()->getContent())->bitmap();
            self::assertSame([340, 104], [$painted->width, $painted->height]);
            self::assertGreaterThan(10, count(array_unique($painted->pixels)));
        }
        $this->get("/incoming/{$delivery}/3/0/strip")->assertUnprocessable();
        $this->get("/incoming/{$delivery}/9/0/strip")->assertNotFound();
        self::assertSame(2, Brush::library()->count(), 'nothing is taken before it is asked for');

        $this->postJson("/incoming/{$delivery}/take", ['choices' => ['1' => ['1' => 'burn']]])->assertUnprocessable();
        $this->postJson("/incoming/{$delivery}/take", ['set' => 'New', 'beginning' => 'stamp', 'leave' => [3], 'choices' => ['1' => ['1' => 'replace']]])->assertOk()->assertJson(['taken' => 4]);
        self::assertSame(30.0, $named->refresh()->kept->base('size'));
        self::assertSame(['Same', 'Named', 'Gone', 'blot<b>'], array_map(fn (int $id): string => Brush::query()->findOrFail($id)->name, BrushSet::query()->where('name', 'New')->firstOrFail()->brushIds()));
        self::assertSame('stamp', Brush::library()->where('name', 'blot<b>')->firstOrFail()->lays);
        $this->get("/incoming/{$delivery}")->assertNotFound();
        // The pictures were one step, the bundle another.
        $this->postJson('/keep/undo')->assertJson(['was' => 'Took in “blot<b>”']);
        self::assertSame(0, Source::query()->where('name', 'blot<b>')->count());
        $this->postJson('/keep/undo')->assertJson(['was' => 'Took in “All brushes”: 3 brushes']);
        self::assertSame([99.0, 2], [$named->refresh()->kept->base('size'), Brush::library()->count()]);
    }

    public function test_pictures_that_cannot_be_cut_take_none_with_them(): void
    {
        $delivery = (string) Str::uuid();
        $this->bring($delivery, 'good.png', $this->scan())->assertCreated();
        $this->bring($delivery, 'empty.png', PictureFile::encode(60, 60, str_repeat("\0\0\0\0", 3600), 'png'))->assertCreated();
        $this->postJson("/incoming/{$delivery}/take", [])->assertUnprocessable();
        self::assertSame([0, 0], [Brush::library()->count(), Source::query()->count()]);
        $this->postJson("/incoming/{$delivery}/take", ['leave' => [2]])->assertOk()->assertJson(['taken' => 1]);
        $this->deleteJson('/incoming/'.Str::uuid())->assertOk();
        $this->get('/incoming/not-a-uuid')->assertNotFound();
    }

    public function test_what_is_neither_a_bundle_nor_a_picture_is_told_so(): void
    {
        $delivery = (string) Str::uuid();
        $this->bring($delivery, 'reeds.fogbundle', 'Dear harbour master')->assertUnprocessable()->assertJson(['message' => 'This is neither a bundle of brushes nor a picture that Yarrowfog opens: PNG, JPEG, WebP, TIFF, BMP, GIF or SVG.']);
        $this->bring($delivery, 'reeds.png', '')->assertUnprocessable();
        $this->get("/incoming/{$delivery}")->assertNotFound();
    }

    public function test_brushes_go_out_as_a_bundle_as_tips_and_as_a_card(): void
    {
        $one = $this->brush();
        $one->update(['name' => '@<script>%d', 'maker_id' => Maker::query()->create(['name' => 'Ines', 'licence' => 'MIT'])->id]);
        $two = $this->brush(['size' => ['base' => 12]]);
        $ids = [$two->id, $one->id];
        $size = $this->postJson('/outgoing/size', ['ids' => $ids])->assertOk()->json();
        self::assertSame([2, '2 brushes'], [$size['count'], $size['title']]);
        self::assertGreaterThan($size['bytes'], $this->postJson('/outgoing/size', ['ids' => $ids, 'sources' => true])->json('bytes'));
        $file = function (array $order): string {
            $url = (string) $this->postJson('/outgoing', $order)->assertCreated()->json('file');

            return (string) file_get_contents($this->get($url)->assertOk()->baseResponse->getFile()->getPathname());
        };
        $names = function (string $bytes): array {
            file_put_contents("{$this->folder}/x.zip", $bytes);
            $zip = new ZipArchive;
            $zip->open("{$this->folder}/x.zip", ZipArchive::RDONLY);

            return array_map(fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
        };
        $packed = $file(['ids' => $ids]);
        self::assertEqualsWithDelta(strlen($packed), $size['bytes'], 0.6 * strlen($packed), 'about as long as it was said to be');
        self::assertSame(Manifest::FILE, $names($packed)[0]);
        foreach (['png', 'webp', 'tiff', 'svg'] as $format) {
            self::assertSame(["0001-blot.{$format}", "0002-scriptd.{$format}"], array_map(fn (string $name): string => str_replace('-at', '', $name), $names($file(['ids' => $ids, 'as' => 'tips', 'format' => $format]))));
        }
        $card = PictureFile::read($file(['ids' => $ids, 'as' => 'card', 'width' => 700]))->bitmap();
        self::assertSame(700, $card->width);
        self::assertGreaterThan(200, count(array_filter($card->pixels, fn (int $p): bool => ($p >> 8 & 255) < 90)));
        $svg = $file(['ids' => $ids, 'as' => 'card', 'format' => 'svg']);
        self::assertNotFalse(simplexml_load_string($svg));
        self::assertStringNotContainsString('<script', $svg);
        self::assertStringContainsString('by Ines', $svg);
        $this->postJson('/outgoing', ['ids' => [99]])->assertUnprocessable();
        $this->postJson('/outgoing', ['ids' => $ids, 'as' => 'card', 'width' => 99999])->assertUnprocessable();
        $this->get('/outgoing/'.Str::uuid().'.png/x')->assertNotFound();
        $set = BrushSet::query()->create(['name' => 'Empty', 'position' => 1]);
        $this->postJson('/outgoing', ['set' => $set->id])->assertUnprocessable()->assertJson(['message' => 'There is no brush to send. Choose some first.']);
    }
}
