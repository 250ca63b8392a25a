<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Language;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Mail\Suppressions;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Invitations\InvitationList;
use Kennel\Core\Registration\Invitations\InvitationRow;
use Kennel\Core\Registration\Invitations\InvitationState;
use Kennel\Core\Registration\Invitations\JudgeInvitations;
use Kennel\Core\Registration\Invitations\KnownPerson;
use Kennel\Core\Registration\Invitations\ListFacts;
use Kennel\Core\Registration\Invitations\RowVerdict;
use Psr\Clock\ClockInterface;

/** Asks what is known about everybody on a list, in a handful of statements, and lets the core judge it. */
final readonly class JudgeList
{
    private const AT_ONCE = 500;

    public function __construct(
        private JudgeInvitations $judge,
        private Inviters $inviters,
        private Caller $caller,
        private Accounts $accounts,
        private OperatorAuthority $authority,
        private Apps $apps,
        private Assignments $assignments,
        private Roles $roles,
        private FieldRules $fields,
        private Suppressions $suppressions,
        private AddressRules $addresses,
        private ClockInterface $clock,
    ) {
    }

    /** @return list<RowVerdict> in the order of the rows */
    public function __invoke(InvitationList $list, SignedIn $inviter): array
    {
        $keys = $this->keys($list->rows);

        return ($this->judge)($list, $this->facts($keys, $inviter), $this->clock->now());
    }

    /**
     * @param  list<InvitationRow>  $rows
     * @return array<string, string> addresses by lookup key
     */
    private function keys(array $rows): array
    {
        $keys = [];
        foreach ($rows as $row) {
            try {
                $email = EmailAddress::parse($row->email);
                $keys[$this->addresses->lookupKey($email)] = $email->toString();
            } catch (Refused) {
                // Said of the row itself.
            }
        }

        return $keys;
    }

    /** @param  array<string, string>  $keys  addresses by lookup key */
    private function facts(array $keys, SignedIn $inviter): ListFacts
    {
        $bounds = $this->caller->bounds();
        $apps = [];
        foreach ($this->apps->all() as $app) {
            if (Bounds::include($bounds, $app->key)) {
                $apps[$app->key] = $app->rules;
            }
        }
        [$people, $unproven, $open, $suppressed] = [[], [], [], []];
        foreach (array_chunk(array_map(strval(...), array_keys($keys)), self::AT_ONCE) as $some) {
            $accounts = $this->accounts->byLookupKeys($some);
            $unproven += array_map(static fn (): true => true, array_filter($accounts, static fn (Account $one): bool => $one->isUnproven()));
            $people += $this->people(array_diff_key($accounts, $unproven), $inviter, $bounds);
            foreach (Invitation::query()->inState(InvitationState::Open, $this->clock->now())->whereIn('lookup_key', $some)->get(['app_key', 'lookup_key', 'sent_at']) as $one) {
                $open["{$one->app_key} {$one->lookup_key}"] = Moment::read($one->sent_at);
            }
            $suppressed += $this->suppressions->among(array_values(array_intersect_key($keys, array_flip($some))));
        }

        return new ListFacts(
            $apps,
            array_map(fn (AppRules $app): array => $this->fields->askedBy($app->key), $apps),
            $people,
            $unproven,
            $open,
            $this->roles->graph(),
            $this->inviters->giveable($inviter->accountId),
            $this->roles->exclusions(),
            $suppressed,
            array_column(Language::cases(), 'value'),
        );
    }

    /**
     * @param  array<string, Account>  $accounts  by lookup key
     * @param  list<string>|null  $bounds
     * @return array<string, KnownPerson> by lookup key
     */
    private function people(array $accounts, SignedIn $inviter, ?array $bounds): array
    {
        $held = $this->assignments->heldByAll(array_column($accounts, 'id'));

        return array_map(fn (Account $one): KnownPerson => new KnownPerson(
            $one->id,
            $one->name,
            // What is held for one app, or for a while, is not what is offered.
            array_values(array_map(static fn (Assignment $role): string => $role->role, array_filter($held[$one->id] ?? [], static fn (Assignment $role): bool => $role->until === null && $role->app === null))),
            Bounds::include($bounds, $one->app_key) && $one->id !== $inviter->accountId && $this->authority->reaches($inviter, $one->id),
            ! in_array($one->status, [Status::Active, Status::Pending], true),
        ), $accounts);
    }
}
