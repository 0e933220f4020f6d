<?php

declare(strict_types=1);

namespace Tests\Support;

use Database\Seeders\DatabaseSeeder;
use GuzzleHttp\Client as Guzzle;
use GuzzleHttp\Cookie\CookieJar;
use GuzzleHttp\Promise\PromiseInterface;
use Psr\Http\Message\ResponseInterface;
use RuntimeException;

/** Somebody who calls a server as the screens do, with cookies and the token they carry. */
final class Client
{
    private readonly Guzzle $guzzle;
    private readonly CookieJar $jar;

    public function __construct(public readonly string $url)
    {
        $this->jar = new CookieJar();
        $this->guzzle = new Guzzle(['base_uri' => "{$url}/api/v1/", 'cookies' => $this->jar, 'http_errors' => false, 'timeout' => 60, 'connect_timeout' => 2]);
    }

    public static function signedIn(string $url, string $email = DatabaseSeeder::DIRECTOR): self
    {
        $client = new self($url);
        $answer = $client->call('POST', 'session', ['email' => $email, 'password' => DatabaseSeeder::PASSWORD]);
        if ($answer->getStatusCode() !== 200) {
            throw new RuntimeException("Signing in was answered with {$answer->getStatusCode()}: {$answer->getBody()}");
        }

        return $client;
    }

    /** Another window of the same person's, on this server or on one beside it. */
    public function again(?string $url = null): self
    {
        $client = new self($url ?? $this->url);
        foreach ($this->jar as $cookie) {
            $client->jar->setCookie(clone $cookie);
        }

        return $client;
    }

    /** @param array<string, mixed> $body */
    public function call(string $method, string $path, array $body = []): ResponseInterface
    {
        return $this->begin($method, $path, $body)->wait();
    }

    /**
     * @param array<string, mixed> $body
     * @return array<mixed>
     */
    public function json(string $method, string $path, array $body = []): array
    {
        return (array) json_decode((string) $this->call($method, $path, $body)->getBody(), true);
    }

    /** @param array<string, mixed> $body */
    public function begin(string $method, string $path, array $body = []): PromiseInterface
    {
        $token = $this->jar->getCookieByName('XSRF-TOKEN')?->getValue();

        return $this->guzzle->requestAsync($method, $path, [
            'headers' => ['Accept' => 'application/json'] + ($token === null ? [] : ['X-XSRF-TOKEN' => urldecode($token)]),
        ] + ($body === [] && $method === 'GET' ? [] : ['json' => $body === [] ? (object) [] : $body]));
    }

    /** @return ResponseInterface an uploaded score's answer */
    public function upload(string $path, string $field, string $name, string $bytes): ResponseInterface
    {
        $token = (string) $this->jar->getCookieByName('XSRF-TOKEN')?->getValue();

        return $this->guzzle->request('POST', $path, [
            'headers' => ['Accept' => 'application/json', 'X-XSRF-TOKEN' => urldecode($token)],
            'multipart' => [['name' => $field, 'contents' => $bytes, 'filename' => $name]],
        ]);
    }
}
