<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;

/** At least so many characters of a kind: for those whose contracts ask for it. */
final readonly class Kinds implements PolicyRule
{
    /** By key: what counts as one. Combining marks belong to the letter before them. */
    public const PATTERNS = [
        'letters' => '/\p{L}/u',
        'small' => '/\p{Ll}/u',
        'capitals' => '/\p{Lu}/u',
        'digits' => '/\p{Nd}/u',
        'others' => '/[^\p{L}\p{M}\p{Nd}]/u',
    ];

    /** @param  key-of<self::PATTERNS>  $kind */
    public function __construct(private string $kind, private int $minimum)
    {
    }

    public function isMetBy(Candidate $candidate): bool
    {
        return preg_match_all(self::PATTERNS[$this->kind], $candidate->text()) >= $this->minimum;
    }

    public function reason(?Candidate $candidate = null): Reason
    {
        return new Reason("password.few_{$this->kind}", 'password', ['minimum' => $this->minimum]);
    }
}
