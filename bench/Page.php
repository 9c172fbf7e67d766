<?php

declare(strict_types=1);

/** Asks a running application, as a page of its own would. */
final class Page
{
    public int $sheet = 0;

    private CurlHandle $curl;

    private string $token = '';

    public function __construct(private readonly string $url)
    {
        $this->curl = curl_init();
        curl_setopt_array($this->curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEFILE => '', CURLOPT_ENCODING => '', CURLOPT_FOLLOWLOCATION => true]);
        preg_match('/csrf-token" content="([^"]+)"/', $this->get('/gather'), $m);
        $this->token = $m[1] ?? '';
    }

    public function get(string $path): string
    {
        return $this->ask('GET', $path, null);
    }

    /** @param  array<string, mixed>|null  $json */
    public function ask(string $method, string $path, ?array $json): string
    {
        curl_setopt_array($this->curl, [
            CURLOPT_URL => $this->url.$path,
            CURLOPT_CUSTOMREQUEST => $method,
            CURLOPT_POSTFIELDS => $json === null ? null : json_encode($json, JSON_THROW_ON_ERROR),
            CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Accept: application/json, application/octet-stream', "X-CSRF-TOKEN: {$this->token}", 'Sec-Fetch-Site: same-origin'],
        ]);
        $body = (string) curl_exec($this->curl);
        $status = curl_getinfo($this->curl, CURLINFO_RESPONSE_CODE);
        if ($status >= 400) {
            throw new RuntimeException("{$method} {$path}: {$status} ".substr($body, 0, 300));
        }

        return $body;
    }

    /**
     * @param  array<string, mixed>  $json
     * @return array<string, mixed> the words of the answer
     */
    public function words(string $method, string $path, array $json): array
    {
        $body = $this->ask($method, "/sheets/{$this->sheet}{$path}", $json);

        return (array) json_decode(substr($body, 4, (unpack('N', $body) ?: [1 => 0])[1]), true);
    }
}
