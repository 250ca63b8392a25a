<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Reads the words that a file has for yes and for no. */
final readonly class YesNo implements Transform
{
    public const DO = 'yes_no';

    public const YES = ['yes', 'true', '1', 'y', 't', 'on', 'x'];

    public const NO = ['no', 'false', '0', 'n', 'f', 'off', '-'];

    /**
     * @param  non-empty-list<string>  $yes
     * @param  non-empty-list<string>  $no
     */
    public function __construct(private array $yes = self::YES, private array $no = self::NO)
    {
    }

    public function apply(string $text): string
    {
        $word = mb_strtolower(trim($text));

        return match (true) {
            $word === '' => '',
            in_array($word, array_map(mb_strtolower(...), $this->yes), true) => 'yes',
            in_array($word, array_map(mb_strtolower(...), $this->no), true) => 'no',
            default => throw new Refused(new Reason('import.yes_no', null, ['value' => mb_substr($text, 0, 40)])),
        };
    }

    public function toArray(): array
    {
        return ['do' => self::DO, 'yes' => $this->yes, 'no' => $this->no];
    }
}
