<?php

declare(strict_types=1);

namespace Kennel\App\Platform;

/** The languages account holders are spoken to in. Each has its words in lang/ and in resources/ui/pages/words; the console is in English. */
enum Language: string
{
    case English = 'en';
    case German = 'de';

    /** @return non-empty-list<string> the first is taken where nobody asks for one there is */
    public static function tags(): array
    {
        return array_column(self::cases(), 'value');
    }
}
