<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Illuminate\Database\Connection;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Str;
use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Registration\Invitations\Fate;
use Kennel\Core\Registration\Invitations\InvitationList;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Invitations\InvitationState;
use Kennel\Core\Registration\Invitations\RowVerdict;
use Kennel\Core\Registration\Invitations\WayIn;
use Psr\Clock\ClockInterface;

/**
 * Sends a list: every row that can be is invited, or given the roles where there is an account; the others are said and left as they are. All of it is done or
 * none. What the rows come to is looked at again where they are written, and has to be what was shown.
 */
final readonly class SendInvitations
{
    private const AT_ONCE = 100;

    public function __construct(
        private Connection $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private JudgeList $judge,
        private Inviters $inviters,
        private WriteInvitation $write,
        private HandOverPassword $handOver,
        private AddressRules $addresses,
        private Apps $apps,
        private Accounts $accounts,
        private OperatorAuthority $authority,
        private Assignments $assignments,
        private Roles $roles,
        private RulesInForce $rules,
        private Messages $messages,
        private AuditTrail $audit,
    ) {
    }

    /**
     * @param  string|null  $seen  what DigestOf made of the verdicts that were shown; null for whoever looked at none
     *
     * @throws Refusal when they are others by now, or nothing is to be done
     */
    public function __invoke(InvitationList $list, InviterSays $says, ?string $seen, SignedIn $inviter): SentList
    {
        $verdicts = ($this->judge)($list, $inviter);
        $digest = self::digest($verdicts);
        if ($seen !== null && ! hash_equals($digest, $seen)) {
            throw Refusal::changedMeanwhile('invitations.changed_meanwhile');
        }
        $sent = array_values(array_filter($verdicts, static fn (RowVerdict $one): bool => $one->fate->isSent()));
        $most = $list->way === WayIn::Temporary ? InvitationRules::MOST_TEMPORARY : InvitationRules::MOST;
        if (count($sent) > $most) {
            throw Refusal::invalid([new Reason('invitation.too_many', 'rows', ['maximum' => $most])]);
        }
        if (array_filter($verdicts, static fn (RowVerdict $one): bool => $one->fate->isDone()) === []) {
            throw Refusal::invalid([new Reason('invitation.nothing_to_do', 'rows')]);
        }
        $batch = (string) Str::uuid7();
        // Tokens, passwords and messages take their time: made before anybody waits for a lock.
        $prepared = array_map(fn (RowVerdict $one): PreparedInvitation => $this->prepare($one, $list->way, $says, $batch, $inviter), $sent);
        try {
            $this->database->transaction(fn () => $this->send($list, $says, $digest, $batch, $prepared, $inviter));
        } catch (UniqueConstraintViolationException) {
            throw Refusal::changedMeanwhile('invitations.changed_meanwhile');
        }

        return new SentList($verdicts, $prepared === [] ? null : $batch, count($prepared), count(self::given($verdicts)));
    }

    /** @param  list<RowVerdict>  $verdicts */
    public static function digest(array $verdicts): string
    {
        return hash('sha256', (string) json_encode(array_map(
            static fn (RowVerdict $one): array => [$one->fate->value, $one->app, $one->language, $one->email?->toString(), $one->name?->value, $one->roles, $one->person?->accountId, $one->fields],
            $verdicts,
        ), JSON_INVALID_UTF8_SUBSTITUTE));
    }

    private function prepare(RowVerdict $verdict, WayIn $way, InviterSays $says, string $batch, SignedIn $inviter): PreparedInvitation
    {
        assert($verdict->email !== null);
        $token = Token::draw($this->entropy);
        $password = $way === WayIn::Temporary ? $this->handOver->temporary() : null;
        $now = Moment::write($this->clock->now());
        $app = $this->apps->find($verdict->app) ?? throw Refusal::notFound();
        $name = $verdict->name->value ?? '';
        $email = $verdict->email->toString();
        $message = $this->write->prepare($way, $app, $verdict->language, $name, $email, $verdict->roles, $says, $inviter->name, $inviter->email, $token->reveal(), $password);

        return new PreparedInvitation($verdict, [
            'id' => (string) Str::uuid7(),
            'batch_id' => $batch,
            'app_key' => $verdict->app,
            'email' => $email,
            'lookup_key' => $this->addresses->lookupKey($verdict->email),
            'name' => $name,
            'language' => $verdict->language,
            'roles' => json_encode($verdict->roles, JSON_THROW_ON_ERROR),
            'fields' => json_encode((object) $verdict->fields, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION),
            'inviter_id' => $inviter->accountId,
            'inviter_name' => $inviter->name,
            'inviter_email' => $inviter->email,
            'words' => $says->words,
            'way' => $way->value,
            'token_digest' => $token->digest(),
            'password_hash' => $password === null ? null : $this->handOver->hash($password),
            'created_at' => $now,
            'sent_at' => $now,
            'expires_at' => Moment::write($says->until),
        ], $message);
    }

    /** @param  list<PreparedInvitation>  $prepared */
    private function send(InvitationList $list, InviterSays $says, string $digest, string $batch, array $prepared, SignedIn $inviter): void
    {
        $this->rules->requireUnchanged();
        $this->roles->readAgain();
        // The inviter may have been stopped since they were let in, or have lost what they give; people may have come or been invited.
        foreach (array_unique(array_map(static fn (PreparedInvitation $one): string => $one->verdict->app, $prepared)) as $app) {
            if (! $this->inviters->may($inviter->accountId, $app)) {
                throw Refusal::missing(Permission::InvitationsSend);
            }
        }
        $verdicts = ($this->judge)($list, $inviter);
        if (! hash_equals($digest, self::digest($verdicts))) {
            throw Refusal::changedMeanwhile('invitations.changed_meanwhile');
        }
        foreach (array_chunk($prepared, self::AT_ONCE) as $some) {
            $this->end($some);
            Invitation::query()->insert(array_map(static fn (PreparedInvitation $one): array => $one->columns, $some));
            $this->messages->queueInvitations(array_map(static fn (PreparedInvitation $one): array => [...$one->message, 'invitation_id' => $one->columns['id']], $some));
        }
        $given = self::given($verdicts);
        foreach ($given as $one) {
            $this->give($one, $inviter);
        }
        if ($prepared !== []) {
            // Who is invited stands in the list of invitations, which is tidied; the trail is not.
            $this->audit->record('invitations.sent', $inviter->asOperator(), null, [], [
                'invitations' => count($prepared),
                'batch' => $batch,
                'apps' => implode(', ', array_unique(array_map(static fn (PreparedInvitation $one): string => $one->verdict->app, $prepared))),
                'roles' => implode(', ', array_unique(array_merge(...array_map(static fn (PreparedInvitation $one): array => $one->verdict->roles, $prepared)))),
                'way_in' => $list->way->value,
                'until' => Moment::write($says->until),
            ], null, 'invitation');
        }
    }

    /**
     * Those that are replaced, and those that lapsed and nobody noted it.
     *
     * @param  list<PreparedInvitation>  $some
     */
    private function end(array $some): void
    {
        $now = $this->clock->now();
        foreach ($some as $one) {
            $before = Invitation::query()->whereNull('ended')->where('lookup_key', $one->columns['lookup_key'])->where('app_key', $one->columns['app_key'])->first();
            if ($before !== null) {
                $isLapsed = $before->facts()->state($now) === InvitationState::Lapsed;
                $before->fill(['ended' => $isLapsed ? InvitationState::Lapsed : InvitationState::Replaced, 'ended_at' => $isLapsed ? $before->expires_at : Moment::write($now)])->save();
                $this->messages->withdraw([$before->id], 'Another invitation was sent in its place.');
            }
        }
    }

    private function give(RowVerdict $verdict, SignedIn $inviter): void
    {
        $account = $this->accounts->find($verdict->person->accountId ?? '') ?? throw Refusal::changedMeanwhile('invitations.changed_meanwhile');
        $this->authority->require($inviter, $account);
        $before = array_column($this->assignments->heldBy($account->id), 'role');
        foreach ($verdict->roles as $role) {
            $this->assignments->assign($account->id, $role, $inviter->name, 'invited, and had an account');
        }
        $this->accounts->touch($account);
        $this->audit->record('role.given', $inviter->asOperator(), $account->reference(), ['roles' => implode(', ', $before)], ['roles' => implode(', ', [...$before, ...$verdict->roles])], 'invited, and had an account');
    }

    /**
     * @param  list<RowVerdict>  $verdicts
     * @return list<RowVerdict>
     */
    private static function given(array $verdicts): array
    {
        return array_values(array_filter($verdicts, static fn (RowVerdict $one): bool => $one->fate === Fate::Given));
    }
}
