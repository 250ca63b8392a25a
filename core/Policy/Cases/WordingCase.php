<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Cases;

use Kennel\Core\Directory\Apps\Look;
use Kennel\Core\Messaging\Wording\Frame;
use Kennel\Core\Messaging\Wording\RenderMessage;
use Kennel\Core\Messaging\Wording\Variable;
use Kennel\Core\Messaging\Wording\Wording;
use Kennel\Core\Messaging\Wording\WordingKey;

/** What a message has to say, or must not, whoever words it: an imprint, a telephone, how long a link works. */
final readonly class WordingCase
{
    public const NOT_SAID = 'wording.not_said';

    /**
     * @param  string  $phrase  looked for in the subject and the text, with the variables' samples in their places; spaces and line breaks are one
     * @param  list<string>  $expected  none means that it is said
     */
    public function __construct(public string $name, public WordingKey $key, public string $phrase, public array $expected)
    {
    }

    /** @param  Wording  $wording  of its key: one's own, or the one that ships */
    public function run(Wording $wording): CaseResult
    {
        $verdict = $this->verdict($wording);

        return new CaseResult($verdict, $verdict === $this->expected);
    }

    /** @return list<string> */
    public function verdict(Wording $wording): array
    {
        $samples = array_map(static fn (Variable $one): string => $one->sample, $this->key->kind->variables());
        $said = (new RenderMessage)($this->key->kind, $wording, $samples, new Frame(Look::plain('Example'), $this->key->language, ''));

        return str_contains(self::plain("{$said->subject}\n{$said->text}"), self::plain($this->phrase)) ? [] : [self::NOT_SAID];
    }

    private static function plain(string $text): string
    {
        return mb_strtolower(trim((string) preg_replace('/[\s>]+/u', ' ', $text)));
    }
}
