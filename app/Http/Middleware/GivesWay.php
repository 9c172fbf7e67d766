<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Store\ProcessStat;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** What may take long gives way to pens: the processes of its pool, and all that they begin, are served after all others. */
final class GivesWay
{
    /** Of nice(2): a thirtieth of what another process has where both want the same core. */
    private const NICENESS = 15;

    /**
     * @param  Closure(Request): Response  $next
     */
    public function handle(Request $request, Closure $next): Response
    {
        if (getenv('YARROWFOG_POOL') === 'slow') {
            // A process stays so for all that it answers: it is not made to give way more each time.
            $now = ProcessStat::of((int) getmypid())->niceness ?? self::NICENESS;
            @proc_nice(max(0, self::NICENESS - $now));
        }

        return $next($request);
    }
}
