<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldVerdict;
use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Foundation\Reasons\Mistakes;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Mail\Reach;
use Kennel\Core\Registration\Signup\DomainPolicy;

/** What becomes of each row of a list: one function for the table while it is typed and for sending. */
final readonly class JudgeInvitations
{
    public function __construct(private Reach $reach, private DomainPolicy $domains, private DecideFields $decideFields, private AddressRules $addresses, private InvitationRules $rules)
    {
    }

    /** @return list<RowVerdict> in the order of the rows */
    public function __invoke(InvitationList $list, ListFacts $facts, \DateTimeImmutable $now): array
    {
        $seen = $given = [];
        $verdicts = [];
        foreach ($list->rows as $at => $row) {
            $verdict = $this->judge($row, $list, $facts, $given, $now);
            $key = $verdict->email === null ? null : "{$verdict->app} {$this->addresses->lookupKey($verdict->email)}";
            if ($key !== null && isset($seen[$key])) {
                $verdict = new RowVerdict(Fate::Twice, $verdict->app, $verdict->language, $verdict->email, $verdict->name, line: $seen[$key]);
            } elseif ($key !== null) {
                $seen[$key] = $at + 1;
            }
            if ($verdict->fate === Fate::Given && $verdict->person !== null) {
                $given[$verdict->person->accountId] = [...$given[$verdict->person->accountId] ?? [], ...$verdict->roles];
            }
            $verdicts[] = $verdict;
        }

        return $verdicts;
    }

    /** @param  array<string, list<string>>  $given  roles by account, in rows before: somebody may stand in the list for two apps */
    private function judge(InvitationRow $row, InvitationList $list, ListFacts $facts, array $given, \DateTimeImmutable $now): RowVerdict
    {
        $mistakes = new Mistakes;
        $email = $mistakes->attempt(static fn (): EmailAddress => EmailAddress::parse($row->email));
        $app = $row->app ?? $list->app;
        $language = $row->language ?? $list->language;
        $roles = array_values(array_unique($row->roles ?? $list->roles));
        $name = trim($row->name) === '' ? null : $mistakes->attempt(static fn (): PersonName => PersonName::parse($row->name));
        $mistakes->add(isset($facts->apps[$app]) ? null : new Reason('account.app_unknown', 'app', ['app' => mb_substr($app, 0, 40)]));
        $mistakes->add(in_array($language, $facts->languages, true) ? null : new Reason('invitation.language', 'language', ['languages' => $facts->languages]));
        $mistakes->add(...$this->reasonsAgainstRoles($roles, $app, $facts));
        $person = $email === null ? null : $facts->people[$this->addresses->lookupKey($email)] ?? null;
        if ($email !== null && $person !== null && $mistakes->all() === []) {
            return $this->known($email, $name, $person, [...$person->roles, ...$given[$person->accountId] ?? []], $app, $language, $roles, $facts);
        }
        $mistakes->add(...$email === null ? [] : $this->reasonsAgainstAddress($email, $app, $facts, $now));
        if ($list->way === WayIn::Temporary) {
            $mistakes->add(...$this->reasonsAgainstTemporary($email, $name, $facts));
        }
        $fields = $this->fields($row->fields, $facts->fields[$app] ?? [], $now);
        $mistakes->add(...$fields->reasons);
        $reasons = $mistakes->all();
        if ($reasons !== []) {
            return new RowVerdict(Fate::Refused, $app, $language, $email, $name, $reasons, $email === null ? MendAddress::of($row->email) : null);
        }
        assert($email !== null);
        $isOpen = isset($facts->open["{$app} {$this->addresses->lookupKey($email)}"]);

        return new RowVerdict($isOpen ? Fate::Renewed : Fate::Invited, $app, $language, $email, $name, roles: $roles, fields: array_filter($fields->values, static fn (mixed $value): bool => $value !== null));
    }

    /**
     * @param  list<string>  $held  roles that they have, or are given by a row before
     * @param  list<string>  $roles
     */
    private function known(EmailAddress $email, ?PersonName $name, KnownPerson $person, array $held, string $app, string $language, array $roles, ListFacts $facts): RowVerdict
    {
        $given = array_values(array_diff($roles, $held));
        $reasons = match (true) {
            ! $person->isReachable => [new Reason('invitation.account_elsewhere', 'email')],
            $person->isStopped => [new Reason('invitation.account_stopped', 'email')],
            default => Excluded::reasons($facts->exclusions, $given, $facts->graph, 'roles', $held),
        };
        $fate = $reasons !== [] ? Fate::Refused : ($given === [] ? Fate::Settled : Fate::Given);

        return new RowVerdict($fate, $app, $language, $email, $name, $reasons, roles: $given, person: $person->isReachable ? $person : null);
    }

    /** @return list<Reason> */
    private function reasonsAgainstAddress(EmailAddress $email, string $app, ListFacts $facts, \DateTimeImmutable $now): array
    {
        $admission = $facts->apps[$app]->admission ?? null;
        $sentAt = $facts->open["{$app} {$this->addresses->lookupKey($email)}"] ?? null;

        return array_slice(array_values(array_filter([
            $this->domains->reasonAgainst($email),
            // Who may sign up by themselves is another matter, but for the domains: whoever keeps others out keeps them out for everybody.
            $admission?->isOpen() === true ? $admission->reasonAgainst($email) : null,
            $this->reach->reasonAgainst($email),
            isset($facts->suppressed[mb_strtolower($email->toString())]) ? new Reason('invitation.unreachable', 'email') : null,
            $this->rules->mayResend($sentAt, $now) ? null : new Reason('invitation.too_soon', 'email'),
        ])), 0, 1);
    }

    /**
     * A temporary password is typed where everybody signs in: there is no page that could ask for a name, or say whose sign-up it is.
     *
     * @return list<Reason>
     */
    private function reasonsAgainstTemporary(?EmailAddress $email, ?PersonName $name, ListFacts $facts): array
    {
        return array_values(array_filter([
            $name === null ? new Reason('invitation.name_required', 'name') : null,
            $email !== null && isset($facts->unproven[$this->addresses->lookupKey($email)]) ? new Reason('invitation.unproven_account', 'email') : null,
        ]));
    }

    /**
     * @param  list<string>  $roles
     * @return list<Reason>
     */
    private function reasonsAgainstRoles(array $roles, string $app, ListFacts $facts): array
    {
        $reasons = [];
        foreach ($roles as $role) {
            $of = $facts->graph->appOf($role);
            $reasons = [...$reasons, ...match (true) {
                ! in_array($role, $facts->graph->keys(), true) => [new Reason('role.unknown', 'roles', ['role' => mb_substr($role, 0, 60)])],
                ! in_array($role, $facts->giveable, true) => [new Reason('invitation.role_not_yours', 'roles', ['role' => $role])],
                $of !== null && $of !== $app => [new Reason('assignment.other_app', 'roles', ['app' => $of])],
                default => [],
            }];
        }

        return $reasons !== [] ? $reasons : Excluded::reasons($facts->exclusions, $roles, $facts->graph, 'roles');
    }

    /**
     * @param  array<array-key, mixed>  $typed
     * @param  array<string, Field>  $asked
     */
    private function fields(array $typed, array $asked, \DateTimeImmutable $now): FieldVerdict
    {
        $asked = array_filter($asked, static fn (Field $field): bool => ! $field->isRetired && $field->kind->isTyped());

        return ($this->decideFields)(array_intersect_key($asked, $typed), $typed, [], $now);
    }
}
