<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Policy\Kinds;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** What a new password must be. Lengths are in code points of the prepared password. */
final readonly class PasswordRules
{
    /** How many former ones can be kept from coming back; each costs a verification when a password is set. */
    public const MOST_HISTORY = 24;

    private const MOST_OF_A_KIND = 16;

    private const MOST_GUESSES = 16;

    private const MOST_WORDS = 200;

    /**
     * @param  array<key-of<Kinds::PATTERNS>, int>  $composition  fewest characters of each kind; 0 for none
     * @param  int  $history  so many last passwords, the present one among them, cannot be set again; 0 for none
     * @param  int  $guesses  fewest guesses, as a power of ten; 0 for none
     * @param  list<string>  $words  of the service, that no password may be little more than
     */
    public function __construct(
        public int $minimum,
        public int $maximum,
        public array $composition = [],
        public int $history = 0,
        public int $guesses = 0,
        public array $words = [],
    ) {
    }

    /** @return array<key-of<Kinds::PATTERNS>, int> the kinds that are asked for, and how many of each */
    public function askedKinds(): array
    {
        return array_filter($this->composition, static fn (int $minimum): bool => $minimum > 0);
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $kinds = $document->section('composition', 'Minimum characters of each kind; 0 for none');
        $rules = new self(
            $document->integer('minimum', 1, 256, 'Minimum length in code points'),
            $document->integer('maximum', 8, 1024, 'Maximum length in code points'),
            [
                'letters' => $kinds->integer('letters', 0, self::MOST_OF_A_KIND, 'Letters of any script'),
                'small' => $kinds->integer('small', 0, self::MOST_OF_A_KIND, 'Lower-case letters'),
                'capitals' => $kinds->integer('capitals', 0, self::MOST_OF_A_KIND, 'Capital letters'),
                'digits' => $kinds->integer('digits', 0, self::MOST_OF_A_KIND, 'Digits'),
                'others' => $kinds->integer('others', 0, self::MOST_OF_A_KIND, 'Other characters: marks, spaces, signs'),
            ],
            $document->integer('history', 0, self::MOST_HISTORY, 'Former passwords that are refused; 0 for none'),
            $document->integer('guesses', 0, self::MOST_GUESSES, 'Minimum guesses, as a power of ten; 0 for none'),
            $document->strings('words', 'Words of this service that no password may be little more than'),
        );
        $kinds->nothingElse();
        if ($rules->minimum > $rules->maximum) {
            throw $document->mistake('minimum', 'must not be above password.maximum');
        }
        if (max($rules->composition['letters'], $rules->composition['small'] + $rules->composition['capitals']) + $rules->composition['digits'] + $rules->composition['others'] > $rules->maximum) {
            throw $document->mistake('composition', 'asks for more characters than password.maximum allows');
        }
        if (count($rules->words) > self::MOST_WORDS) {
            throw $document->mistake('words', 'has more than '.self::MOST_WORDS.' words');
        }
        $document->nothingElse();

        return $rules;
    }
}
