<?php

declare(strict_types=1);

namespace Tests\Feature;

/** Asks a worker as a web server does, by the Simple Common Gateway Interface. */
final class ScgiClient
{
    /**
     * @param  array<string, string>  $names  besides the length and the protocol
     */
    public static function request(string $path, string $body, array $names = []): string
    {
        $head = '';
        foreach (['CONTENT_LENGTH' => (string) strlen($body), 'SCGI' => '1', 'REQUEST_METHOD' => 'POST', 'REQUEST_URI' => $path, 'QUERY_STRING' => (string) parse_url($path, PHP_URL_QUERY), 'CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json', 'HTTP_HOST' => 'localhost', 'HTTP_SEC_FETCH_SITE' => 'same-origin', ...$names] as $name => $value) {
            $head .= "{$name}\0{$value}\0";
        }

        return strlen($head).":{$head},{$body}";
    }

    /**
     * @return array{int, array<string, string>, string}|null status, headers in lower case, body; null where nobody answers
     */
    public static function ask(string $socket, string $request): ?array
    {
        $call = @stream_socket_client("unix://{$socket}", $code, $message, 1.0);
        if ($call === false) {
            return null;
        }
        fwrite($call, $request);
        $answer = (string) stream_get_contents($call);
        fclose($call);
        if (! str_contains($answer, "\r\n\r\n")) {
            return null;
        }
        [$head, $body] = explode("\r\n\r\n", $answer, 2);
        $headers = [];
        foreach (explode("\r\n", $head) as $line) {
            [$name, $value] = explode(': ', $line, 2);
            $headers[strtolower($name)] = $value;
        }

        return [(int) ($headers['status'] ?? '0'), $headers, $body];
    }
}
