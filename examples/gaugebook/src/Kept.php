<?php

declare(strict_types=1);

namespace Gaugebook;

/** What Kennel publishes for everybody, kept in a file for as long as it says (discovery and keys: five minutes). */
final readonly class Kept
{
    private const FOR = 300;

    /** A key that is not known may be a new one; but whoever makes keys up is not to make us ask more often than that. */
    private const AGAIN_AFTER = 10;

    public function __construct(private Settings $settings, private Http $http)
    {
    }

    /** @return array<string, mixed> where everything is (RFC 8414) */
    public function discovery(): array
    {
        $document = $this->at('discovery', "{$this->settings->issuer}/.well-known/openid-configuration", self::FOR);

        return ($document['issuer'] ?? null) === $this->settings->issuer ? $document : throw new \RuntimeException('Discovery is of another issuer.');
    }

    /** @return array<string, mixed> the key set (RFC 7517), with that key where there is such a one */
    public function keys(string $kid): array
    {
        $address = (string) $this->discovery()['jwks_uri'];
        $keys = $this->at('keys', $address, self::FOR);

        return in_array($kid, array_column($keys['keys'], 'kid'), true) || ! $this->mayLookAgain() ? $keys : $this->at('keys', $address, 0);
    }

    private function mayLookAgain(): bool
    {
        $file = "{$this->settings->folder}/looked-again";
        if (is_file($file) && filemtime($file) > time() - self::AGAIN_AFTER) {
            return false;
        }

        return touch($file);
    }

    /** @return array<string, mixed> */
    private function at(string $name, string $address, int $seconds): array
    {
        $file = "{$this->settings->folder}/{$name}.json";
        if (is_file($file) && filemtime($file) > time() - $seconds) {
            return (array) json_decode((string) file_get_contents($file), true);
        }
        $document = $this->http->json($address);
        // In one step: another request may be reading it.
        $new = $file.bin2hex(random_bytes(6));
        file_put_contents($new, json_encode($document, JSON_THROW_ON_ERROR));
        rename($new, $file);
        clearstatcache(true, $file);

        return $document;
    }
}
