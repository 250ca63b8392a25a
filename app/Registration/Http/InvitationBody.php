<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Http;

use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Registration\Invitations\InviterSays;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Registration\Invitations\InvitationList;
use Kennel\Core\Registration\Invitations\InvitationRow;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Invitations\WayIn;

/** Reads what the doors for inviting have in common: a list, and what is said to everybody on it. */
final readonly class InvitationBody
{
    public function __construct(private InvitationRules $rules)
    {
    }

    /** @throws Refusal for what cannot be read */
    public function list(Body $body): InvitationList
    {
        $way = $body->text('way') ?? WayIn::Link->value;
        $rows = $body->rows('rows');
        $list = new InvitationList(
            array_map(self::row(...), array_slice($rows, 0, InvitationRules::MOST + 1)),
            $body->text('app') ?? '',
            $body->texts('roles'),
            $body->text('language') ?? 'en',
            WayIn::tryFrom($way) ?? throw Refusal::invalid([new Reason('query.choice', 'way', ['choices' => array_column(WayIn::cases(), 'value')])]),
        );
        if (count($rows) > InvitationRules::MOST) {
            throw Refusal::invalid([new Reason('invitation.too_many', 'rows', ['maximum' => InvitationRules::MOST])]);
        }

        return $list;
    }

    /** @throws Refusal for words that are too long, and a moment that is past or too far */
    public function says(Body $body, \DateTimeImmutable $now): InviterSays
    {
        $words = trim(str_replace(["\r\n", "\r"], "\n", $body->text('words') ?? ''));
        $until = $body->moment('until') ?? $this->rules->lifetime->after($now);
        $reasons = array_values(array_filter([
            mb_strlen($words) > InvitationRules::WORDS ? new Reason('invitation.words_too_long', 'words', ['maximum' => InvitationRules::WORDS, 'length' => mb_strlen($words)]) : null,
            InviterSays::reasonAgainst($until, $now),
        ]));
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }

        return new InviterSays($words, $until);
    }

    /** @param  array<array-key, mixed>  $row */
    public static function row(array $row): InvitationRow
    {
        $text = static fn (string $key): string => is_string($row[$key] ?? null) ? mb_substr(mb_scrub($row[$key]), 0, 400) : '';
        $optional = static fn (string $key): ?string => $text($key) === '' ? null : $text($key);
        $roles = $row['roles'] ?? null;
        $fields = $row['fields'] ?? null;

        return new InvitationRow(
            $text('email'),
            $text('name'),
            $optional('app'),
            is_array($roles) ? array_values(array_slice(array_filter($roles, is_string(...)), 0, 50)) : null,
            $optional('language'),
            is_array($fields) ? array_slice($fields, 0, 200, true) : [],
        );
    }
}
