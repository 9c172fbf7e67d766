<?php

declare(strict_types=1);

namespace App\Http\Easel;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Carries requests from the web server to an easel, and its answers back. */
final readonly class Messenger
{
    /** s that an easel is given to take a call; where none is there, that is known at once. */
    private const PATIENCE = 1.0;

    /** µs between two looks at which of several easels is free. */
    private const LOOK_AGAIN = 500;

    /** What an easel must know of a request: the rest are the server's own affairs. */
    private const TOLD = '/^(HTTP_|CONTENT_|REQUEST_|QUERY_|SERVER_|SCRIPT_|REMOTE_ADDR$|HTTPS$|PHP_SELF$)/';

    /** @param  string  $folder  of the sockets; only the owner may enter it */
    private function __construct(private string $folder)
    {
    }

    /** The one to the easels that were started with this server (see bin/serve); null where there are none. */
    public static function toEasels(): ?self
    {
        $folder = getenv(Easel::FOLDER);

        return is_string($folder) && $folder !== '' ? new self($folder) : null;
    }

    /**
     * @param  non-empty-list<string>  $easels  that can do it; the first that is free is asked
     * @return Response|null null where it is away, or went away over this
     */
    public function ask(array $easels, Request $request): ?Response
    {
        $locks = [];
        foreach ($easels as $easel) {
            $lock = @fopen("{$this->folder}/{$easel}.lock", 'c');
            if ($lock === false) {
                return null;
            }
            $locks[$easel] = $lock;
        }

        // A lock is held by the open file, and ends with this function.
        return $this->call($this->free($locks), $request);
    }

    /**
     * @param  non-empty-array<string, resource>  $locks  by easel
     * @return string an easel that has time, locked; where none has, the first that will
     */
    private function free(array $locks): string
    {
        while (count($locks) > 1) {
            foreach ($locks as $easel => $lock) {
                if (flock($lock, LOCK_EX | LOCK_NB)) {
                    return $easel;
                }
            }
            usleep(self::LOOK_AGAIN);
        }
        $easel = array_key_first($locks);
        flock($locks[$easel], LOCK_EX);

        return $easel;
    }

    private function call(string $easel, Request $request): ?Response
    {
        $call = @stream_socket_client('unix://'.Easel::socket($this->folder, $easel), $code, $message, self::PATIENCE);
        if ($call === false) {
            return null;
        }
        Parcel::prepare($call);
        $server = array_filter($request->server->all(), fn (mixed $value, int|string $key): bool => is_scalar($value) && preg_match(self::TOLD, (string) $key) === 1, ARRAY_FILTER_USE_BOTH);
        $answer = (new Parcel(['server' => $server], $request->getContent()))->send($call) ? Parcel::receive($call) : null;
        fclose($call);
        if ($answer === null || ! is_int($answer->head['status'] ?? null) || ! is_array($answer->head['headers'] ?? null)) {
            return null;
        }

        return new Response($answer->body, $answer->head['status'], $answer->head['headers']);
    }
}
