<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

/** One audience: its kind, and of which app where that matters. Written "public", "holder", "operators", "accounts:" and "app:" with the key of an app. */
final readonly class Audience
{
    public const PATTERN = '^(public|holder|operators|(accounts|app):[a-z0-9-]{1,40})$';

    private function __construct(public AudienceKind $kind, public ?string $app)
    {
    }

    /** @throws \InvalidArgumentException for what is no audience */
    public static function parse(string $key): self
    {
        if (preg_match('/'.self::PATTERN.'/D', $key) !== 1) {
            throw new \InvalidArgumentException("\"{$key}\" is no audience.");
        }
        [$kind, $app] = [...explode(':', $key, 2), null];

        return new self(AudienceKind::from((string) $kind), $app);
    }

    public static function operators(): self
    {
        return new self(AudienceKind::Operators, null);
    }

    public static function holder(): self
    {
        return new self(AudienceKind::Holder, null);
    }

    public static function everybody(): self
    {
        return new self(AudienceKind::Everybody, null);
    }

    public static function accountsOf(string $app): self
    {
        return new self(AudienceKind::Accounts, $app);
    }

    public static function app(string $app): self
    {
        return new self(AudienceKind::App, $app);
    }

    public function key(): string
    {
        return $this->kind->value.($this->app === null ? '' : ":{$this->app}");
    }
}
