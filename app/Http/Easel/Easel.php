<?php

declare(strict_types=1);

namespace App\Http\Easel;

use App\Http\LiveDoor;
use App\Store\Library;
use App\Store\Memory;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;
use RuntimeException;
use Throwable;

/**
 * A process that keeps the work in hand in its memory from one request to the next: the stroke
 * that is being painted, the picture before the step whose slider moves.
 *
 * A worker of the web server forgets everything with each request, and would read it back from
 * bytes, which costs more than the change that was asked for. Where no easel is, workers do the
 * same work in that way.
 */
final readonly class Easel
{
    /** The variable that names the folder of the sockets. */
    public const FOLDER = 'YARROWFOG_EASELS';

    /** Takes the pieces of strokes, which must never wait for anything else, and ends them. */
    public const PEN = ['pen'];

    /** Take what is shown while a slider moves: two, so that one picture is made while the one before it is on its way. */
    public const VIEW = ['view', 'second-view'];

    private function __construct(private Application $app)
    {
    }

    public static function of(Application $app): self
    {
        $app->instance(Memory::class, new Memory(lasts: true));
        $app->singleton(Library::class);

        return new self($app);
    }

    public static function socket(string $folder, string $name): string
    {
        return "{$folder}/{$name}.socket";
    }

    /**
     * Answers calls, one after another, until the process ends.
     *
     * @throws RuntimeException when there can be no socket
     */
    public function serve(string $socket): never
    {
        @unlink($socket);
        $door = @stream_socket_server("unix://{$socket}", $code, $message) ?: throw new RuntimeException("No easel can stand at {$socket}: {$message}");
        while (true) {
            $call = @stream_socket_accept($door, -1);
            if ($call === false) {
                continue;
            }
            Parcel::prepare($call);
            $asked = Parcel::receive($call);
            if ($asked !== null) {
                $this->answer($asked)->send($call);
            }
            fclose($call);
        }
    }

    private function answer(Parcel $asked): Parcel
    {
        try {
            if ($this->app->isBooted()) {
                $this->app->make(Library::class)->refresh();
            }
            $server = array_filter(is_array($asked->head['server'] ?? null) ? $asked->head['server'] : [], is_scalar(...));
            $response = (new LiveDoor($this->app))->handle(new Request([], [], [], [], [], $server, $asked->body));

            return new Parcel(['status' => $response->getStatusCode(), 'headers' => $response->headers->allPreserveCase()], (string) $response->getContent());
        } catch (Throwable $e) {
            error_log((string) $e);

            // Without a status the messenger takes the easel to be away, and the worker does it itself.
            return new Parcel([], '');
        }
    }
}
