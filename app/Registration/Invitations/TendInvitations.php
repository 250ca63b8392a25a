<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Collection;
use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Invitations\InvitationState;
use Kennel\Core\Registration\Invitations\WayIn;
use Psr\Clock\ClockInterface;

/** What is done to invitations that were sent, one or many: sent again, withdrawn, left open for longer. Those it cannot be done to are counted and left. */
final readonly class TendInvitations
{
    public const MOST = 500;

    public function __construct(
        private Connection $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private InvitationRules $rules,
        private Apps $apps,
        private Messages $messages,
        private WriteInvitation $write,
        private HandOverPassword $handOver,
        private Caller $caller,
        private Inviters $inviters,
        private AuditTrail $audit,
    ) {
    }

    /**
     * Under a new link: what was mailed before stops working. One that lapsed is open again, for as long as it was open at first.
     *
     * @param  list<string>  $ids
     * @return array{done: int, left: int} left are those that ended, and those that were sent a moment ago
     *
     * @throws Refusal for too many with temporary passwords
     */
    public function resend(array $ids, SignedIn $operator): array
    {
        $now = $this->clock->now();
        $prepared = [];
        $found = $this->found($ids);
        if ($found->where('way', WayIn::Temporary)->count() > InvitationRules::MOST_TEMPORARY) {
            throw Refusal::invalid([new Reason('invitation.too_many', 'ids', ['maximum' => InvitationRules::MOST_TEMPORARY])]);
        }
        foreach ($found as $one) {
            if (! $this->isUnended($one) || ! $this->rules->mayResend(Moment::read($one->sent_at), $now)) {
                continue;
            }
            $until = Moment::read($one->expires_at);
            $span = $until->getTimestamp() - Moment::read($one->created_at)->getTimestamp();
            $until = $until > $now ? $until : $now->modify("+{$span} seconds");
            $token = Token::draw($this->entropy);
            $password = $one->way === WayIn::Temporary ? $this->handOver->temporary() : null;
            $app = $this->apps->find($one->app_key) ?? throw Refusal::notFound();
            $says = new InviterSays($one->words, $until);
            $prepared[] = [$one, [
                'token_digest' => $token->digest(),
                'password_hash' => $password === null ? null : $this->handOver->hash($password),
                'sent_at' => Moment::write($now),
                'expires_at' => Moment::write($until),
            ], $this->write->prepare($one->way, $app, $one->language, $one->name, $one->email, $one->roles, $says, $one->inviter_name, $one->inviter_email, $token->reveal(), $password)];
        }
        $done = $this->database->transaction(function () use ($prepared, $operator): int {
            $done = 0;
            foreach ($prepared as [$one, $columns, $message]) {
                $this->requireInviter($operator, $one->app_key);
                // Not if it was accepted, withdrawn or sent again in between.
                if (Invitation::query()->whereKey($one->seq)->whereNull('ended')->where('sent_at', $one->sent_at)->update($columns) === 1) {
                    $this->messages->withdraw([$one->id], 'The invitation was sent again.');
                    $this->messages->queueInvitation($message, $one->id);
                    $done++;
                }
            }
            $this->record('invitations.resent', $done, $operator);

            return $done;
        });

        return ['done' => $done, 'left' => count(array_unique($ids)) - $done];
    }

    /**
     * @param  list<string>  $ids
     * @return array{done: int, left: int}
     */
    public function withdraw(array $ids, SignedIn $operator): array
    {
        return $this->change($ids, 'invitations.withdrawn', $operator, function (Invitation $one): bool {
            $one->fill(['ended' => InvitationState::Withdrawn, 'ended_at' => Moment::write($this->clock->now()), 'password_hash' => null])->save();
            $this->messages->withdraw([$one->id], 'The invitation was withdrawn.');

            return true;
        });
    }

    /**
     * The link that was mailed goes on working.
     *
     * @param  list<string>  $ids
     * @return array{done: int, left: int} left are those that ended, and those that are open for longer already
     *
     * @throws Refusal for a moment that is past, or too far
     */
    public function extend(array $ids, \DateTimeImmutable $until, SignedIn $operator): array
    {
        $reason = InviterSays::reasonAgainst($until, $this->clock->now());
        if ($reason !== null) {
            throw Refusal::invalid([$reason]);
        }

        return $this->change($ids, 'invitations.extended', $operator, static function (Invitation $one) use ($until): bool {
            $isLater = Moment::write($until) > $one->expires_at;
            $isLater ? $one->fill(['expires_at' => Moment::write($until)])->save() : null;

            return $isLater;
        });
    }

    /**
     * @param  list<string>  $ids
     * @param  \Closure(Invitation): bool  $change  false for nothing to do
     * @return array{done: int, left: int}
     */
    private function change(array $ids, string $event, SignedIn $operator, \Closure $change): array
    {
        $done = $this->database->transaction(function () use ($ids, $event, $operator, $change): int {
            $done = 0;
            foreach ($this->found($ids) as $one) {
                $this->requireInviter($operator, $one->app_key);
                $done += $this->isUnended($one) && $change($one) ? 1 : 0;
            }
            $this->record($event, $done, $operator);

            return $done;
        });

        return ['done' => $done, 'left' => count(array_unique($ids)) - $done];
    }

    /**
     * @param  list<string>  $ids
     * @return Collection<int, Invitation> those that are there for the operator
     */
    private function found(array $ids): Collection
    {
        $bounds = $this->caller->bounds();

        return Invitation::query()->whereIn('id', $ids)->when($bounds !== null, static fn ($rows) => $rows->whereIn('app_key', $bounds ?? []))->orderBy('seq')->get();
    }

    /** Open, or lapsed and not replaced: time alone has ended nothing that cannot be opened again. */
    private function isUnended(Invitation $one): bool
    {
        return $one->ended === null;
    }

    private function requireInviter(SignedIn $operator, string $app): void
    {
        if (! $this->inviters->may($operator->accountId, $app)) {
            throw Refusal::missing(Permission::InvitationsSend);
        }
    }

    private function record(string $event, int $done, SignedIn $operator): void
    {
        if ($done > 0) {
            $this->audit->record($event, $operator->asOperator(), null, [], ['invitations' => $done], null, 'invitation');
        }
    }
}
