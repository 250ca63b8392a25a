<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\OAuth\Clients\ShownAssertions;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Psr\Clock\ClockInterface;

/** Proofs that somebody holds a key, each taken once (RFC 9449 §11.1). */
final readonly class ShownProofs
{
    public function __construct(private ClockInterface $clock)
    {
    }

    /**
     * @param  list<string|null>  $headers  those called DPoP
     * @return KeyProof|null null where there is none
     *
     * @throws OAuthRefused for one that is not taken, or was before
     */
    public function read(array $headers, string $method, string $address): ?KeyProof
    {
        if ($headers === []) {
            return null;
        }
        if (count($headers) > 1) {
            throw KeyProof::refused('There may be one.');
        }
        $proof = KeyProof::read((string) $headers[0], $method, $address, $this->clock->now());

        return ShownAssertions::wasShown(self::digest($proof)) ? throw self::again() : $proof;
    }

    /**
     * Written once something came of it: whoever gets nothing does not fill the store either.
     *
     * @throws OAuthRefused where somebody showed the same at this very moment
     */
    public function keep(KeyProof $proof): void
    {
        if (! ShownAssertions::show(self::digest($proof), $proof->issuedAt->modify('+'.(2 * KeyProof::LEEWAY).' seconds'))) {
            throw self::again();
        }
    }

    private static function digest(KeyProof $proof): string
    {
        return hash('sha256', "dpop\0{$proof->thumbprint}\0{$proof->id}");
    }

    private static function again(): OAuthRefused
    {
        return KeyProof::refused('It was shown before.');
    }
}
