<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Text;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/**
 * An e-mail address that mail can be sent to: RFC 5321 and 5322, internationalised by RFC 6531.
 *
 * Comments, folding white space and address literals are refused: they parse, but nobody signs up with them on purpose.
 * So are pictures and other symbols outside ASCII before the "@": RFC 6531 would allow them, no mailer we know sends to them.
 * The domain is lower-cased and punycoded (RFC 3492 by way of UTS #46); the local part is NFC and otherwise as typed.
 */
final readonly class EmailAddress
{
    /** RFC 5321 §4.5.3.1.1, in octets. */
    public const MAXIMUM_LOCAL = 64;

    /** RFC 5321 §4.5.3.1.3 gives a path 256 octets; its two angle brackets leave 254. */
    public const MAXIMUM = 254;

    private function __construct(public string $local, public string $domain)
    {
    }

    /** @throws Refused with email.required, email.invalid, email.local_too_long, email.too_long, email.symbols or email.domain_invalid */
    public static function parse(string $text): self
    {
        $trimmed = Unicode::trim($text);
        $normal = $trimmed === null ? null : Unicode::nfc($trimmed);
        if ($normal === null) {
            throw self::refused('invalid');
        }
        if ($normal === '') {
            throw self::refused('required');
        }
        $at = strrpos($normal, '@');
        if ($at === false || $at === 0) {
            throw self::refused('invalid');
        }
        $local = substr($normal, 0, $at);
        if (strlen($local) > self::MAXIMUM_LOCAL) {
            throw self::refused('local_too_long', ['maximum' => self::MAXIMUM_LOCAL]);
        }
        if (strlen($normal) > self::MAXIMUM) {
            throw self::refused('too_long', ['maximum' => self::MAXIMUM]);
        }
        $domain = self::asciiDomain(substr($normal, $at + 1));
        if (strlen($local) + 1 + strlen($domain) > self::MAXIMUM) {
            throw self::refused('too_long', ['maximum' => self::MAXIMUM]);
        }
        if (preg_match('/(?![\x00-\x7F])\p{S}/u', $local) === 1) {
            throw self::refused('symbols');
        }
        if (! self::isLocalPart($local)) {
            throw self::refused('invalid');
        }

        return new self($local, $domain);
    }

    /** Local part as typed (NFC), domain in ASCII: the form that goes on an envelope. */
    public function toString(): string
    {
        return "{$this->local}@{$this->domain}";
    }

    /** Whether only a relay with SMTPUTF8 (RFC 6531) can take it. */
    public function needsUtf8Relay(): bool
    {
        return preg_match('/[^\x00-\x7F]/', $this->local) === 1;
    }

    /** The form people read: an internationalised domain in its own script. */
    public function display(): string
    {
        $unicode = idn_to_utf8($this->domain, IDNA_NONTRANSITIONAL_TO_UNICODE, INTL_IDNA_VARIANT_UTS46);

        return $this->local.'@'.($unicode === false ? $this->domain : $unicode);
    }

    /**
     * What makes two spellings one account: compatibility forms and case folded (full folding, so "ß" meets "ss"), quotes that
     * change nothing removed.
     */
    public function lookupKey(): string
    {
        $local = $this->local;
        if (preg_match('/^"([A-Za-z0-9!#$%&\'*+\/=?^_`{|}~-]+(?:\.[A-Za-z0-9!#$%&\'*+\/=?^_`{|}~-]+)*)"$/D', $local, $plain) === 1) {
            $local = $plain[1];
        }
        $folded = Unicode::fold(Unicode::nfkc($local) ?? $local);

        // Folding can leave a sequence that composes, so it is normalised once more (Unicode §3.13, canonical caseless match).
        return (Unicode::nfkc($folded) ?? $folded).'@'.$this->domain;
    }

    private static function asciiDomain(string $domain): string
    {
        $ascii = idn_to_ascii(
            $domain,
            IDNA_NONTRANSITIONAL_TO_ASCII | IDNA_USE_STD3_RULES | IDNA_CHECK_BIDI | IDNA_CHECK_CONTEXTJ,
            INTL_IDNA_VARIANT_UTS46,
        );
        $label = '[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?';
        if ($ascii === false || preg_match("/^(?:{$label}\\.)+(?!\\d+$){$label}$/D", $ascii) !== 1) {
            throw self::refused('domain_invalid');
        }

        return $ascii;
    }

    /** RFC 5321 §4.1.2: Dot-string or Quoted-string, with RFC 6531 §3.3's UTF8-non-ascii but for control and format characters. */
    private static function isLocalPart(string $local): bool
    {
        $atom = '[A-Za-z0-9!#$%&\'*+\/=?^_`{|}~\-]|[^\x00-\x7F\p{C}\p{Z}]';

        return preg_match("/^(?:{$atom})+(?:\\.(?:{$atom})+)*$/Du", $local) === 1
            || preg_match('/^"(?:[\x20\x21\x23-\x5B\x5D-\x7E]|\\\\[\x20-\x7E]|[^\x00-\x7F\p{C}\p{Z}])+"$/Du', $local) === 1;
    }

    /** @param  array<string, int>  $parameters */
    private static function refused(string $why, array $parameters = []): Refused
    {
        return new Refused(new Reason("email.{$why}", 'email', $parameters));
    }
}
