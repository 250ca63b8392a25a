<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

/** A stored Argon2 hash in the PHC string format: `$argon2id$v=19$m=…,t=…,p=…$salt$hash`, unpadded Base64. */
final readonly class PhcString
{
    private const FORM = '/^\$(argon2(?:id|i|d))\$v=(\d{1,3})\$m=(\d{1,10}),t=(\d{1,10}),p=(\d{1,8})\$([A-Za-z0-9+\/]{11,64})\$([A-Za-z0-9+\/]{16,88})$/D';

    private function __construct(
        public string $scheme,
        public int $version,
        public Argon2idParameters $parameters,
        public string $salt,
        public string $hash,
    ) {
    }

    /** Null when the text is not an Argon2 PHC string. */
    public static function parse(string $text): ?self
    {
        if (preg_match(self::FORM, $text, $part) !== 1) {
            return null;
        }
        $salt = base64_decode($part[6], true);
        $hash = base64_decode($part[7], true);
        if ($salt === false || $hash === false) {
            return null;
        }

        return new self($part[1], (int) $part[2], new Argon2idParameters((int) $part[3], (int) $part[4], (int) $part[5]), $salt, $hash);
    }

    public static function argon2id(Argon2idParameters $parameters, string $salt, string $hash): self
    {
        return new self('argon2id', 19, $parameters, $salt, $hash);
    }

    public function toString(): string
    {
        return sprintf(
            '$%s$v=%d$m=%d,t=%d,p=%d$%s$%s',
            $this->scheme,
            $this->version,
            $this->parameters->memory,
            $this->parameters->passes,
            $this->parameters->lanes,
            rtrim(base64_encode($this->salt), '='),
            rtrim(base64_encode($this->hash), '='),
        );
    }
}
