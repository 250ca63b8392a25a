<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Foundation\Text\SearchText;

/** Words that others know of an account or a service. */
final class Known
{
    /** Shorter ones turn up inside good passwords by chance. */
    public const SHORTEST = 4;

    /** What has to be there besides a word, in characters, for the rest to count. */
    public const MORE_THAN_A_WORD = 6;

    /** More than anybody's name has: whoever asks decides how long the texts are. */
    private const MOST = 50;

    /**
     * @param  list<string>  $texts
     * @return list<string> folded, each once
     */
    public static function in(array $texts): array
    {
        $words = array_filter(SearchText::words(implode(' ', $texts)), static fn (string $word): bool => mb_strlen($word) >= self::SHORTEST);

        return array_slice(array_values(array_unique($words)), 0, self::MOST);
    }

    /**
     * Those of the address as well.
     *
     * @param  list<string>  $texts
     * @return list<string>
     */
    public static function words(?EmailAddress $address, array $texts): array
    {
        return self::in($address === null ? $texts : [...$texts, $address->local, explode('.', $address->domain)[0]]);
    }
}
