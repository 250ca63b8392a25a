<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** Which messages a wording is for: a kind, one app or all of them, a language. */
final readonly class WordingKey
{
    /** Those that holders are spoken to in; what ships is there in each. */
    public const LANGUAGES = ['en', 'de'];

    public const PATTERN = '^[a-z_]{3,40}:(\*|[a-z][a-z0-9-]{0,39}):(en|de)$';

    /** @param  string|null  $app  null for every app that has none of its own */
    public function __construct(public MessageKind $kind, public ?string $app, public string $language)
    {
    }

    public static function parse(string $key): ?self
    {
        $parts = explode(':', $key);
        $kind = MessageKind::tryFrom($parts[0]);

        return $kind === null || count($parts) !== 3 ? null : new self($kind, $parts[1] === '*' ? null : $parts[1], $parts[2]);
    }

    public function toString(): string
    {
        return "{$this->kind->value}:".($this->app ?? '*').":{$this->language}";
    }
}
