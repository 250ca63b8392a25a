<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

/** E-mail domains as an operator lists them, in any script; compared in ASCII. */
final readonly class DomainList
{
    /** @param  list<string>  $domains in ASCII, lower case */
    private function __construct(public array $domains, public bool $withSubdomains)
    {
    }

    /**
     * @param  list<string>  $domains
     *
     * @throws \InvalidArgumentException naming the first entry that is no domain
     */
    public static function of(array $domains, bool $withSubdomains = false): self
    {
        return new self(array_map(self::ascii(...), $domains), $withSubdomains);
    }

    /** @param  string  $domain in ASCII, lower case */
    public function matches(string $domain): bool
    {
        foreach ($this->domains as $listed) {
            if ($domain === $listed || ($this->withSubdomains && str_ends_with($domain, ".{$listed}"))) {
                return true;
            }
        }

        return false;
    }

    private static function ascii(string $domain): string
    {
        $ascii = idn_to_ascii($domain, IDNA_NONTRANSITIONAL_TO_ASCII | IDNA_USE_STD3_RULES, INTL_IDNA_VARIANT_UTS46);
        if ($ascii === false || preg_match('/^[a-z0-9-]+(\.[a-z0-9-]+)+$/D', $ascii) !== 1) {
            throw new \InvalidArgumentException("\"{$domain}\" is not a domain.");
        }

        return $ascii;
    }
}
