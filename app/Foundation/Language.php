<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

/** The languages account holders are spoken to in. Each has its words in lang/ and in resources/ui/pages/words; the console is in English. */
enum Language: string
{
    case English = 'en';
    case German = 'de';

    /** The first of those wished for that there is (OpenID Connect Core 1.0 §3.1.2.1, ui_locales); null for none of them. Of a tag its language alone counts (RFC 5646 §2.2.1). */
    public static function wished(string $tags): ?self
    {
        foreach (explode(' ', $tags) as $tag) {
            $found = self::tryFrom(strtolower(explode('-', $tag)[0]));
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }

    /** @return non-empty-list<string> the first is taken where nobody asks for one there is */
    public static function tags(): array
    {
        return array_column(self::cases(), 'value');
    }
}
