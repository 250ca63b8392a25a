<?php

declare(strict_types=1);

namespace Gaugebook;

/** What Gaugebook is told by whoever runs it; the first three stand on its page in Kennel's console. */
final readonly class Settings
{
    private function __construct(
        public string $issuer,
        public string $clientId,
        #[\SensitiveParameter] public string $secret,
        /** Where Gaugebook itself is served, without a “/” behind. */
        public string $address,
        /** Whom access tokens for Gaugebook's own API are for (RFC 8707). */
        public string $resource,
        /** A folder that it may write to, and nobody else reads. */
        public string $folder,
    ) {
    }

    /** @throws \RuntimeException where one of them is missing */
    public static function ofEnvironment(): self
    {
        $read = static fn (string $name): string => is_string($value = getenv($name)) && $value !== '' ? $value : throw new \RuntimeException("Set {$name}.");
        $folder = $read('GAUGEBOOK_DATA');
        is_dir($folder) || mkdir($folder, 0o700, true);

        return new self($read('GAUGEBOOK_ISSUER'), $read('GAUGEBOOK_CLIENT_ID'), $read('GAUGEBOOK_SECRET'), $read('GAUGEBOOK_ADDRESS'), $read('GAUGEBOOK_RESOURCE'), $folder);
    }
}
