<?php

declare(strict_types=1);

namespace App\Http;

use App\Cutting\Cutter;
use App\Gathering\Gatherer;
use App\Http\Controllers\CutController;
use App\Http\Controllers\InkController;
use App\Http\Controllers\PaintController;
use App\Http\Controllers\SwatchController;
use App\Http\Easel\Easel;
use App\Http\Middleware\SameOrigin;
use App\Http\Middleware\SecurityHeaders;
use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Source;
use App\Painting\LivePainter;
use App\Painting\SheetPainter;
use App\Painting\TipRack;
use App\Providers\AppServiceProvider;
use App\Tuning\SwatchPainter;
use Illuminate\Database\DatabaseServiceProvider;
use Illuminate\Filesystem\FilesystemServiceProvider;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Bootstrap\LoadConfiguration;
use Illuminate\Foundation\Bootstrap\LoadEnvironmentVariables;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Facade;
use Symfony\Component\HttpFoundation\Response;
use Throwable;
use Yarrowfog\Core\InvalidInput;

/**
 * A short way in for strokes and their pieces, and for what Tune and Cut show while a slider moves: the same
 * guards and the same controllers as the routes in routes/live.php, without the providers, routes, views and sessions that a
 * page needs. A moving pen asks dozens of times a second, and would wait for them.
 */
final readonly class LiveDoor
{
    /** What is said of a thing that another tab deleted. */
    public const GONE = 'This is gone: it was deleted, perhaps in another tab. Go back to its room; what can be brought back is offered there.';

    private const SHEET = '#^/sheets/(\d{1,18})/(pieces|strokes)$#';

    private const SWATCH = '#^/tune/(\d{1,18})/(pieces|swatch|advice|influence|range|beginnings)$#';

    private const CUT = '#^/cut/(\d{1,18})/(preview|checks)$#';

    private const INKS = '/inks';

    public function __construct(private Application $app)
    {
    }

    public static function isFor(string $method, string $path): bool
    {
        return $method === 'POST' && ($path === self::INKS || preg_match(self::SHEET, $path) === 1 || preg_match(self::SWATCH, $path) === 1 || preg_match(self::CUT, $path) === 1);
    }

    /**
     * The easels that may have what such a request needs at hand.
     *
     * @return non-empty-list<string>|null null where that is nothing
     */
    public static function easels(string $path): ?array
    {
        return match (true) {
            str_ends_with($path, '/pieces') || str_ends_with($path, '/strokes') => Easel::PEN,
            str_ends_with($path, '/swatch') || preg_match(self::CUT, $path) === 1 => Easel::VIEW,
            default => null,
        };
    }

    public function handle(Request $request): Response
    {
        return (new SecurityHeaders)->handle($request, fn (Request $r): Response => (new SameOrigin)->handle($r, $this->piece(...)));
    }

    /**
     * What is answered, this way and by the routes, where a thing is not there any more.
     *
     * @param  string  $model  class of the thing
     */
    public static function gone(string $model): JsonResponse
    {
        return new JsonResponse(['message' => match ($model) {
            Sheet::class => 'This sheet is gone.',
            Brush::class => 'This brush is gone.',
            default => self::GONE,
        }], 404);
    }

    private function piece(Request $request): Response
    {
        try {
            $this->app->instance('request', $request);
            $this->boot();
            $path = $request->getPathInfo();

            return match (true) {
                preg_match(self::SHEET, $path, $found) === 1 => $this->onSheet($request, (int) $found[1], $found[2]),
                preg_match(self::SWATCH, $path, $found) === 1 => $this->onSwatch($request, (int) $found[1], $found[2]),
                preg_match(self::CUT, $path, $found) === 1 => $this->onCut($request, (int) $found[1], $found[2]),
                default => (new InkController)($request),
            };
        } catch (InvalidInput $e) {
            return new JsonResponse(['message' => $e->getMessage(), 'errors' => [$e->key => [$e->getMessage()]]], 422);
        } catch (Throwable $e) {
            error_log((string) $e);

            return new JsonResponse(['message' => 'This could not be painted. What you made is kept; the reason is in the log.'], 500);
        }
    }

    private function boot(): void
    {
        if ($this->app->isBooted()) {
            return;
        }
        $this->app->bootstrapWith([LoadEnvironmentVariables::class, LoadConfiguration::class]);
        Facade::setFacadeApplication($this->app);
        $this->app->register(FilesystemServiceProvider::class);
        $this->app->register(DatabaseServiceProvider::class);
        $this->app->register(AppServiceProvider::class);
        $this->app->boot();
    }

    private function onSheet(Request $request, int $id, string $what): Response
    {
        $sheet = Sheet::query()->find($id);

        return match (true) {
            $sheet === null => self::gone(Sheet::class),
            $what === 'strokes' => (new PaintController)->stroke($request, $sheet, $this->app->make(SheetPainter::class)),
            default => (new PaintController)->piece($request, $sheet, $this->app->make(LivePainter::class)),
        };
    }

    private function onSwatch(Request $request, int $id, string $what): Response
    {
        $brush = Brush::query()->find($id);
        if ($brush === null) {
            return self::gone(Brush::class);
        }
        $controller = new SwatchController;
        $tips = fn (): TipRack => $this->app->make(TipRack::class);
        $painter = fn (): SwatchPainter => $this->app->make(SwatchPainter::class);

        return match ($what) {
            'pieces' => $controller->piece($request, $brush, $painter()),
            'swatch' => $controller->swatch($request, $brush, $painter()),
            'influence' => $controller->influence($request, $brush, $tips()),
            'range' => $controller->range($request, $brush, $tips()),
            'beginnings' => $controller->beginnings($request, $brush, $tips()),
            default => $controller->advice($request, $brush, $tips()),
        };
    }

    private function onCut(Request $request, int $id, string $what): Response
    {
        $source = Source::query()->find($id);
        if ($source === null) {
            return self::gone(Source::class);
        }
        $cutter = $this->app->make(Cutter::class);

        return $what === 'preview' ? (new CutController)->preview($request, $source, $cutter) : (new CutController)->checks($request, $source, $cutter, $this->app->make(Gatherer::class));
    }
}
