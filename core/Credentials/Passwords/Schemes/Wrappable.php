<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/**
 * A scheme whose stored string falls into settings and a digest, so that the digest can be enclosed in Argon2id without anybody's
 * password: what is stored then is the settings in the clear and Argon2id of the digest.
 */
interface Wrappable extends Scheme
{
    /** @return array{settings: string, digest: string} of a string whose parameters could be read */
    public function split(string $stored): array;

    /** Whether the text has the form of settings that digest() can use. Looks and computes nothing: asked whenever a hash is looked at. */
    public function areSettings(string $settings): bool;

    /** The digest a password gives under the settings, as split() has it. */
    public function digest(#[\SensitiveParameter] string $password, string $settings): string;
}
