<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** The wordings that somebody wrote themselves. What is not among them goes out as it ships. */
final readonly class WordingRules
{
    public const EXAMPLE = ['key' => 'account_closed:*:en', 'subject' => '{{ app }}: your account is closed', 'html' => '<p>Hello {{ name }},</p>', 'text' => '', 'sender_name' => '', 'reply_to' => ''];

    /** @param  array<string, Wording>  $own  by key */
    public function __construct(public array $own)
    {
    }

    /** @throws InvalidRuleBook naming part, line and column of the first mistake */
    public static function read(Document $document): self
    {
        $own = $document->keyed('wordings', self::EXAMPLE, static function (Document $one): Wording {
            $key = WordingKey::parse($one->text('key', 90, 'Kind, app ("*" for all) and language', WordingKey::PATTERN)) ?? throw $one->mistake('key', 'names no kind of message; there are '.implode(', ', MessageKind::names()));
            $wording = Wording::read($one);
            $one->nothingElse();
            foreach (CheckWording::mistakes($key->kind, $wording) as $mistake) {
                throw $one->mistake($mistake->part, "line {$mistake->line}, column {$mistake->column}: ".$mistake->inEnglish());
            }

            return $wording;
        }, 'Messages in words of one\'s own; every other goes out as it ships');

        return new self($own);
    }

    /** The app's own comes before the one for all of them. */
    public function find(MessageKind $kind, ?string $app, string $language): ?Wording
    {
        return ($app === null ? null : $this->own[(new WordingKey($kind, $app, $language))->toString()] ?? null) ?? $this->own[(new WordingKey($kind, null, $language))->toString()] ?? null;
    }

    /** @return list<string> app keys */
    public function apps(): array
    {
        return array_values(array_unique(array_filter(array_map(static fn (string $key): ?string => WordingKey::parse($key)?->app, array_keys($this->own)), is_string(...))));
    }
}
