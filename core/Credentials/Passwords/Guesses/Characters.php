<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

use Kennel\Core\Credentials\Passwords\Disguise;
use Kennel\Core\Foundation\Text\Unicode;

/** A password taken apart into code points: as typed, in lower case, and with look-alike characters read as letters. One index fits all. */
final readonly class Characters
{
    /** Whatever comes after is not looked at: by then the estimate is beyond anybody's reach. */
    public const MOST = 100;

    /**
     * @param  list<string>  $typed
     * @param  list<string>  $lower
     * @param  list<list<string>>  $readings  look-alikes as letters; "1" is an i in one and an l in the other
     */
    private function __construct(public array $typed, public array $lower, public array $readings)
    {
    }

    public static function of(#[\SensitiveParameter] string $password): self
    {
        $typed = mb_str_split(mb_substr($password, 0, self::MOST));
        $lower = array_map(static function (string $character): string {
            $small = mb_strtolower($character);

            return mb_strlen($small) === 1 ? $small : $character;
        }, $typed);

        return new self($typed, $lower, array_map(
            static fn (array $map): array => array_map(static fn (string $character): string => $map[$character] ?? self::withoutAccent($character), $lower),
            [Disguise::LOOK_ALIKES, ['1' => 'l', '!' => 'l'] + Disguise::LOOK_ALIKES],
        ));
    }

    public function count(): int
    {
        return count($this->typed);
    }

    private static function withoutAccent(string $character): string
    {
        if (strlen($character) === 1) {
            return $character;
        }
        $bare = preg_replace('/\p{M}+/u', '', Unicode::nfkd($character) ?? $character);

        return $bare !== null && mb_strlen($bare) === 1 ? mb_strtolower($bare) : $character;
    }
}
