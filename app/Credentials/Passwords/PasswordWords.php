<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Contracts\Translation\Translator;
use Kennel\App\Foundation\Words;
use Kennel\Core\Credentials\Passwords\Guesses\Estimate;
use Kennel\Core\Credentials\Passwords\Guesses\Part;
use Kennel\Core\Credentials\Passwords\Policy\PasswordVerdict;
use Kennel\Core\Credentials\Passwords\Policy\PolicyRule;
use Kennel\Core\Foundation\Reasons\Reason;

/** Puts a verdict on a password into words. They say where something is and never repeat it: somebody may be looking on. */
final readonly class PasswordWords
{
    public function __construct(private Translator $translator, private Words $words)
    {
    }

    /**
     * @param  Reason|null  $unusable  why it cannot be a password at all
     * @return array<string, mixed>
     */
    public function of(PasswordVerdict $verdict, ?Estimate $estimate, ?Reason $unusable): array
    {
        $reasons = $unusable === null ? $verdict->reasons() : [$unusable];

        return [
            'accepted' => $reasons === [],
            'reasons' => $this->words->reasons($reasons),
            'rules' => array_map(fn (array $one): array => [...$this->rule($one['rule']), 'is_met' => $one['is_met']], $verdict->rules),
            'estimate' => $estimate === null ? null : [
                'guesses' => round($estimate->guesses, 1),
                'strength' => $estimate->strength->value,
                'message' => $this->say("strength.{$estimate->strength->value}"),
                'parts' => array_map($this->part(...), $estimate->parts),
            ],
        ];
    }

    /** @return array{code: string, message: string} */
    public function rule(PolicyRule $rule): array
    {
        $reason = $rule->reason();

        return ['code' => $reason->code, 'message' => $this->say('rule.'.substr($reason->code, strlen('password.')), $reason->parameters)];
    }

    /** @return array{kind: string, from: int, to: int, message: string} code points from 1 */
    private function part(Part $part): array
    {
        [$from, $to] = [$part->from + 1, $part->to + 1];
        $what = $this->say("part.{$part->kind->value}", ['where' => $this->say($from === $to ? 'where.one' : 'where.several', ['from' => $from, 'to' => $to])]);
        $disguises = implode(', ', array_map(fn (string $disguise): string => $this->say("disguise.{$disguise}"), $part->disguises));

        return [
            'kind' => $part->kind->value,
            'from' => $from,
            'to' => $to,
            'message' => $disguises === '' ? "{$what}." : $this->say('disguised', ['what' => $what, 'disguises' => $disguises]),
        ];
    }

    /** @param  array<string, mixed>  $parameters */
    private function say(string $key, array $parameters = []): string
    {
        return (string) $this->translator->get("passwords.{$key}", $parameters);
    }
}
