<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Puts one word for another: statuses, choices and roles of the other service for those of this one. Case and outer space do not matter. */
final readonly class Words implements Transform
{
    public const DO = 'words';

    public const MOST = 1_000;

    public const OTHERWISE = ['keep', 'refuse', 'leave_empty'];

    /** @var array<string, string> by the word in small letters */
    private array $byWord;

    /**
     * @param  list<array{0: string, 1: string}>  $pairs  the file's word, and ours; "" for nothing
     * @param  value-of<self::OTHERWISE>  $otherwise  what becomes of a word that is not among them
     */
    public function __construct(private array $pairs, private string $otherwise)
    {
        $byWord = [];
        foreach ($pairs as [$theirs, $ours]) {
            $byWord[self::key($theirs)] = $ours;
        }
        $this->byWord = $byWord;
    }

    public function apply(string $text): string
    {
        $ours = $this->byWord[self::key($text)] ?? null;
        if ($ours !== null) {
            return $ours;
        }

        return match (true) {
            $this->otherwise === 'keep' || trim($text) === '' => $text,
            $this->otherwise === 'leave_empty' => '',
            default => throw new Refused(new Reason('import.word_unknown', null, ['word' => mb_substr($text, 0, 80)])),
        };
    }

    public function toArray(): array
    {
        return ['do' => self::DO, 'words' => $this->pairs, 'otherwise' => $this->otherwise];
    }

    private static function key(string $word): string
    {
        return mb_strtolower(trim($word));
    }
}
