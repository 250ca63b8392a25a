<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

/** What one audience would begin or cease to be handed when one rule book follows another. */
final readonly class GrantChange
{
    /** @param  bool|null  $agreed  of which accounts: those that agreed to it, those that did not, null for all that hold it */
    private function __construct(public FieldKey $field, public Audience $audience, public bool $begins, public ?bool $agreed)
    {
    }

    /**
     * Of every field that either lists, in their order. Another purpose hands out nothing, and asking for consent hands out less.
     *
     * @return list<self>
     */
    public static function between(DisclosureRules $before, DisclosureRules $after): array
    {
        $changes = [];
        foreach (array_keys($before->fields + $after->fields) as $key) {
            $field = FieldKey::parse($key);
            [$old, $new] = [$before->listing($field) ?? [], $after->listing($field) ?? []];
            foreach (array_keys($old + $new) as $audience) {
                [$was, $is] = [$old[$audience] ?? null, $new[$audience] ?? null];
                $change = self::of($was, $is);
                if ($change !== null) {
                    $changes[] = new self($field, Audience::parse($audience), ...$change);
                }
            }
        }

        return $changes;
    }

    /** @return array{bool, bool|null}|null whether it begins, and of which accounts */
    private static function of(?Grant $was, ?Grant $is): ?array
    {
        return match (true) {
            $was === null && $is === null => null,
            $was === null => [true, $is->needsConsent ? true : null],
            $is === null => [false, $was->needsConsent ? true : null],
            $was->needsConsent !== $is->needsConsent => [$was->needsConsent, false],
            // Who of the operators has a permission is not a thing of accounts; that it is another one is said all the same.
            $was->permission !== $is->permission => [true, null],
            default => null,
        };
    }
}
