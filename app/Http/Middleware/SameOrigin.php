<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Guards strokes and their pieces: they come dozens of times a second, and carry no session that could lapse.
 *
 * A page of another origin cannot set these headers (Fetch Metadata Request Headers, and
 * the Origin header of the Fetch standard).
 */
final class SameOrigin
{
    /**
     * @param  Closure(Request): Response  $next
     */
    public function handle(Request $request, Closure $next): Response
    {
        $site = $request->headers->get('Sec-Fetch-Site');
        $origin = $request->headers->get('Origin');
        $isOwn = $site === null ? $origin === $request->getSchemeAndHttpHost() : $site === 'same-origin';

        return $isOwn ? $next($request) : new JsonResponse(['message' => 'Strokes are taken from Yarrowfog’s own pages only.'], 403);
    }
}
