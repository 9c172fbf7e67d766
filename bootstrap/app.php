<?php

declare(strict_types=1);

use App\Http\Gone;
use App\Http\Middleware\GivesWay;
use App\Http\Middleware\SameOrigin;
use App\Http\Middleware\SecurityHeaders;
use App\Http\StoreTrouble;
use App\Pictures\PictureRefused;
use App\Store\FileDamaged;
use App\Work\CalledOff;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Foundation\Http\Middleware\ConvertEmptyStringsToNull;
use Illuminate\Foundation\Http\Middleware\TrimStrings;
use Illuminate\Http\Exceptions\HttpResponseException;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Routing\Middleware\SubstituteBindings;
use Illuminate\Support\Facades\Route;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Yarrowfog\Core\InvalidInput;

$app = Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__.'/../routes/web.php',
        then: fn () => Route::middleware([SameOrigin::class, SubstituteBindings::class])->group(__DIR__.'/../routes/live.php'),
    )
    ->withMiddleware(function (Middleware $middleware): void {
        // Its package is one of those in compat/; nothing here is asked for from elsewhere.
        $middleware->remove([HandleCors::class, TrimStrings::class, ConvertEmptyStringsToNull::class]);
        $middleware->prepend(GivesWay::class);
        $middleware->append(SecurityHeaders::class);
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->dontReport([InvalidInput::class, PictureRefused::class, CalledOff::class]);
        $exceptions->render(fn (Throwable $e, Request $request) => StoreTrouble::answer($e, $request));
        $exceptions->render(fn (FileDamaged $e) => response()->json(['message' => FileDamaged::SENTENCE], 409));
        $exceptions->render(fn (CalledOff $e) => response()->json(['message' => $e->getMessage()], 409));
        $exceptions->render(fn (NotFoundHttpException $e, Request $request) => $e->getPrevious() instanceof ModelNotFoundException && ($request->expectsJson() || ! $request->isMethod('GET'))
            ? Gone::answer($e->getPrevious()->getModel())
            : null);
        $exceptions->render(fn (InvalidInput $e) => response()->json(['message' => $e->getMessage(), 'errors' => [$e->key => [$e->getMessage()]]], 422));
        $exceptions->render(fn (PictureRefused $e) => response()->json(['message' => $e->getMessage(), 'errors' => ['picture' => [$e->getMessage()]]], 422));
        $exceptions->render(fn (Throwable $e, Request $request) => $request->isMethod('GET') || $e instanceof HttpExceptionInterface || $e instanceof HttpResponseException || $e instanceof ValidationException
            ? null
            : response()->json(['message' => 'This could not be done. What you made is kept; the reason is in the log.'], 500));
        $exceptions->shouldRenderJsonWhen(fn (Request $request): bool => $request->expectsJson() || ! $request->isMethod('GET'));
    })
    ->create();

// Tests keep what they make apart from what painters made.
$storage = getenv('YARROWFOG_STORAGE');
if (is_string($storage) && $storage !== '') {
    $app->useStoragePath($storage);
}

return $app;
