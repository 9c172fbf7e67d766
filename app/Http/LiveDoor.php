<?php

declare(strict_types=1);

namespace App\Http;

use App\Http\Controllers\PaintController;
use App\Http\Middleware\SameOrigin;
use App\Http\Middleware\SecurityHeaders;
use App\Models\Sheet;
use App\Painting\LivePainter;
use App\Providers\AppServiceProvider;
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
 * A short way in for the pieces of a stroke: the same guards and the same controller as
 * the route in routes/live.php, without the providers, routes, views and sessions that a
 * page needs. A moving pen asks dozens of times a second, and would wait for them.
 */
final readonly class LiveDoor
{
    private const PATH = '#^/sheets/(\d{1,18})/pieces$#';

    public function __construct(private Application $app)
    {
    }

    public static function isFor(string $method, string $path): bool
    {
        return $method === 'POST' && preg_match(self::PATH, $path) === 1;
    }

    public function handle(Request $request): Response
    {
        return (new SecurityHeaders)->handle($request, fn (Request $r): Response => (new SameOrigin)->handle($r, $this->piece(...)));
    }

    private function piece(Request $request): Response
    {
        try {
            $this->app->instance('request', $request);
            $this->app->bootstrapWith([LoadEnvironmentVariables::class, LoadConfiguration::class]);
            Facade::setFacadeApplication($this->app);
            $this->app->register(FilesystemServiceProvider::class);
            $this->app->register(DatabaseServiceProvider::class);
            $this->app->register(AppServiceProvider::class);
            $this->app->boot();
            preg_match(self::PATH, $request->getPathInfo(), $found);
            $sheet = Sheet::query()->find((int) ($found[1] ?? 0));

            return $sheet === null
                ? new JsonResponse(['message' => 'This sheet is gone.'], 404)
                : (new PaintController)->piece($request, $sheet, $this->app->make(LivePainter::class));
        } catch (InvalidInput $e) {
            return new JsonResponse(['message' => $e->getMessage(), 'errors' => [$e->key => [$e->getMessage()]]], 422);
        } catch (Throwable $e) {
            error_log((string) $e);

            return new JsonResponse(['message' => 'The piece could not be painted; the whole stroke will be.'], 500);
        }
    }
}
