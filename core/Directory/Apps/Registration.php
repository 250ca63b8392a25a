<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\Unicode;

/** What an app is registered with. */
final readonly class Registration
{
    public const KINDS = ['web', 'single page', 'mobile'];

    /** As the rule book has it, where the app's rules are under the same key. */
    public const KEY = '^[a-z0-9-]{1,40}$';

    /** In code points. */
    public const LONGEST_NAME = 60;

    private function __construct(public string $key, public string $name, public string $kind)
    {
    }

    /** @return self|non-empty-list<Reason> every mistake at once */
    public static function parse(string $key, string $name, string $kind): self|array
    {
        $trimmed = Unicode::trim($name);
        $reasons = array_values(array_filter([
            preg_match('/'.self::KEY.'/D', $key) === 1 ? null : new Reason('app.key', 'app'),
            match (true) {
                $trimmed === null => new Reason('app.name_characters', 'app_name'),
                $trimmed === '' => new Reason('app.name_required', 'app_name'),
                mb_strlen($trimmed) > self::LONGEST_NAME => new Reason('app.name_too_long', 'app_name', ['maximum' => self::LONGEST_NAME]),
                default => null,
            },
            in_array($kind, self::KINDS, true) ? null : new Reason('app.kind', 'app_kind', ['kinds' => self::KINDS]),
        ]));

        return $reasons === [] ? new self($key, (string) $trimmed, $kind) : $reasons;
    }
}
