<?php

declare(strict_types=1);

namespace Gaugebook;

use GuzzleHttp\Client;

/** Everything that Gaugebook asks Kennel for goes through here, so that it can be counted. */
final readonly class Http
{
    public Client $client;

    public function __construct(private Settings $settings)
    {
        $this->client = new Client(['timeout' => 10, 'connect_timeout' => 3, 'allow_redirects' => false]);
    }

    /** @return array<string, mixed> */
    public function json(string $address): array
    {
        $this->count($address);

        return (array) json_decode((string) $this->client->get($address)->getBody(), true, 32, JSON_THROW_ON_ERROR);
    }

    /**
     * @param  array<string, string>  $form
     * @return array<string, mixed>
     */
    public function post(string $address, array $form): array
    {
        $this->count($address);
        $answer = $this->client->post($address, ['form_params' => $form, 'auth' => [rawurlencode($this->settings->clientId), rawurlencode($this->settings->secret)]]);

        return (array) json_decode((string) $answer->getBody(), true, 32, JSON_THROW_ON_ERROR);
    }

    public function count(string $address): void
    {
        file_put_contents("{$this->settings->folder}/asked.log", $address."\n", FILE_APPEND | LOCK_EX);
    }
}
