<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Factors;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use ParagonIE\ConstantTime\Base32;

/**
 * Codes of an authenticator app (RFC 6238, over the HOTP of RFC 4226): six digits, a new one every thirty seconds, by SHA-1, which is what every such
 * app can do. HMAC does not need a digest without collisions, so SHA-1 is no weakness here.
 */
final readonly class Totp
{
    /** RFC 4226 §4, R6: 160 bits are recommended. */
    private const SECRET_BYTES = 20;

    public function __construct(private Secret $secret, private TotpDigest $digest = TotpDigest::Sha1, private int $digits = 6, private int $period = 30)
    {
    }

    public static function draw(Entropy $entropy): self
    {
        return new self(new Secret($entropy->bytes(self::SECRET_BYTES)));
    }

    /** What is typed into an app that cannot see the picture, in groups of four. */
    public function key(): string
    {
        return rtrim(chunk_split(Base32::encodeUpperUnpadded($this->secret->reveal()), 4, ' '));
    }

    /** The address that is drawn as a picture; the form is common practice among such apps, and in no standard. */
    public function address(string $issuer, string $account): string
    {
        // A colon would end the issuer.
        $label = rawurlencode(str_replace(':', ' ', $issuer)).':'.rawurlencode($account);

        return "otpauth://totp/{$label}?".http_build_query([
            'secret' => Base32::encodeUpperUnpadded($this->secret->reveal()),
            'issuer' => str_replace(':', ' ', $issuer),
            'algorithm' => strtoupper($this->digest->value),
            'digits' => $this->digits,
            'period' => $this->period,
        ], encoding_type: PHP_QUERY_RFC3986);
    }

    /** RFC 6238 §4.2: T. */
    public function stepAt(\DateTimeImmutable $moment): int
    {
        return intdiv($moment->getTimestamp(), $this->period);
    }

    /** RFC 4226 §5.3, with the step as its counter. */
    public function code(int $step): string
    {
        $mac = hash_hmac($this->digest->value, pack('J', $step), $this->secret->reveal(), true);
        $offset = ord($mac[strlen($mac) - 1]) & 0xF;
        $number = (int) hexdec(bin2hex(substr($mac, $offset, 4)));

        return str_pad((string) (($number & 0x7FFF_FFFF) % 10 ** $this->digits), $this->digits, '0', STR_PAD_LEFT);
    }

    /**
     * Which step a typed code is of: this one, or one before or after, since clocks differ (RFC 6238 §5.2).
     *
     * @param  string  $typed  as it was typed; spaces are no matter
     * @param  int|null  $last  the newest step that was used; nothing up to it counts again
     * @return int|null null when it is of none
     */
    public function stepOf(#[\SensitiveParameter] string $typed, \DateTimeImmutable $now, ?int $last): ?int
    {
        $typed = (string) preg_replace('/\s/u', '', mb_scrub($typed));
        $found = null;
        // All three are computed and compared, so that the time tells nothing.
        foreach ([-1, 0, 1] as $drift) {
            $step = $this->stepAt($now) + $drift;
            if (hash_equals($this->code($step), $typed) && ($last === null || $step > $last)) {
                $found ??= $step;
            }
        }

        return $found;
    }

    /** For sealing. */
    public function secret(): Secret
    {
        return $this->secret;
    }
}
