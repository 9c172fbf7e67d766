<?php

declare(strict_types=1);

namespace Tests\Attack;

use CurlHandle;
use RuntimeException;
use Tests\Browser\Application;

/** What a page of Yarrowfog sends, by hand: with its token and its cookies. */
final class Client
{
    /** Surroundings of a command of Yarrowfog that is told of a library. */
    public const COMMANDS = ['APP_KEY' => 'base64:MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTIzNDU2Nzg5MDE=', 'YARROWFOG_STORAGE' => false, 'DB_DATABASE' => false];

    private string $token;

    private string $cookies;

    public function __construct(private readonly Application $app)
    {
        $handle = curl_init("{$app->url}/gather");
        curl_setopt_array($handle, [CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_HTTPHEADER => ['Sec-Fetch-Site: same-origin']]);
        $page = (string) curl_exec($handle);
        preg_match('/name="csrf-token" content="([^"]+)"/', $page, $token);
        preg_match_all('/^Set-Cookie: ([^;\r]+)/mi', $page, $cookies);
        $this->token = $token[1] ?? throw new RuntimeException('No page was answered.');
        $this->cookies = implode('; ', $cookies[1]);
    }

    /** Asks for one thing that must be answered. */
    public function once(HostileInput $input): string
    {
        [$status, $body] = $this->ask($input);

        return $status > 0 && $status < 300 ? $body : throw new RuntimeException("{$input->method} {$input->path}: {$status} ".substr($body, 0, 300));
    }

    /** @return array{int, string} status and body; 0 where nothing was answered */
    public function ask(HostileInput $input): array
    {
        $handle = $this->handle($input);
        $body = (string) curl_exec($handle);

        return [(int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE), $body];
    }

    public function handle(HostileInput $input): CurlHandle
    {
        $handle = curl_init();
        $headers = ['Accept: application/json', 'Sec-Fetch-Site: same-origin', "X-CSRF-TOKEN: {$this->token}", 'Expect:'];
        $body = $input->body;
        if ($input->file !== null) {
            $border = 'border'.hash('xxh64', $body);
            $headers[] = "Content-Type: multipart/form-data; boundary={$border}";
            $body = "--{$border}\r\nContent-Disposition: form-data; name=\"{$input->file[0]}\"; filename=\"{$input->file[1]}\"\r\nContent-Type: application/octet-stream\r\n\r\n{$body}\r\n--{$border}--\r\n";
        } elseif ($input->method !== 'GET') {
            $headers[] = 'Content-Type: application/json';
        }
        curl_setopt_array($handle, [
            CURLOPT_URL => $this->app->url.$input->path,
            CURLOPT_CUSTOMREQUEST => $input->method,
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_PATH_AS_IS => true,
            CURLOPT_HTTPHEADER => $headers,
            CURLOPT_COOKIE => $this->cookies,
            CURLOPT_TIMEOUT => 120,
        ] + ($input->method === 'GET' ? [] : [CURLOPT_POSTFIELDS => $body]));

        return $handle;
    }
}
