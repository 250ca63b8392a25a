<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Credentials\Challenges\Challenge;
use Kennel\App\Credentials\Sessions\Session;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Roles\Assignment;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Messaging\Mail\HeldDelivery;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\MessageEvent;
use Kennel\App\Messaging\Mail\Suppression;
use Kennel\App\Registration\Verification\Claim;
use Kennel\App\Trail\Audit\AuditEvent;
use Kennel\App\Trail\Audit\ErasureKey;
use Kennel\App\Trail\Audit\Sealing;
use Kennel\App\Trail\Audit\StrangerTally;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Messaging\Mail\Retry;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Registration\Verification\VerificationRules;

/** What happened to the made-up accounts: roles, sessions, proof links, messages and the trail of it all. */
final class History
{
    private const AGENTS = [
        'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0',
        'Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/141.0 Safari/537.36',
        'Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Mobile/15E148 Safari/604.1',
        'Mozilla/5.0 (Linux; Android 15) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/141.0 Mobile Safari/537.36',
        'Mozilla/5.0 (Macintosh; Intel Mac OS X 15_0) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Safari/605.1.15',
    ];

    /** At most this many messages are made, so that a large demo does not spend its start on encryption. */
    private const MOST_MESSAGES = 400;

    private const TIMED_OUT = 'Connection to relay.alderwend.example:587 timed out';

    /** After so many messages, the next that could be delivered came back. */
    private const BOUNCED = 3;

    private const GUESSED_AT = 4;

    /** @var \SplMinHeap<string> events that are later than accounts still to come: the trail is in the order in which things happened */
    private \SplMinHeap $events;

    private readonly Sealing $sealing;

    private bool $hasBounced = false;

    /** @var list<array<string, mixed>> */
    private array $targets = [];

    public function __construct(
        private readonly SeededEntropy $entropy,
        private readonly SeededEntropy $secrets,
        private readonly \DateTimeImmutable $start,
        private readonly Loader $loader,
        private readonly Composition $composition,
        private readonly App $app,
        private readonly SessionRules $sessions,
        private readonly VerificationRules $verification,
        private readonly MessageNumbers $numbers,
    ) {
        $this->sealing = new Sealing($secrets);
        /** @var \SplMinHeap<string> $events */
        $events = new \SplMinHeap;
        $this->events = $events;
    }

    /** @var array{array<string, mixed>, string}|null whose refresh token was shown twice, and when; written last, so that it changes nothing of what others are drawn from */
    private ?array $replayed = null;

    private bool $hasLead = false;

    private int $messages = 0;

    /**
     * @param  array<string, mixed>  $account  the next younger one
     * @param  string|null  $replayed  when a refresh token of theirs for Kitloft was shown twice
     */
    public function note(array $account, ?string $replayed = null): void
    {
        $this->passUntil($account['created_at']);
        $account['erasure_key'] = $this->secrets->bytes(32);
        $this->loader->add(ErasureKey::class, [['account_id' => $account['id'], 'key' => base64_encode($account['erasure_key'])]]);
        if (count($this->targets) < self::GUESSED_AT) {
            $this->targets[] = $account;
            if (count($this->targets) === self::GUESSED_AT) {
                $this->loader->add(StrangerTally::class, $this->guessing());
            }
        }
        $this->loader->add(Assignment::class, $this->roles($account));
        $this->lifeOf($account);
        $this->replayed ??= $replayed === null ? null : [$account, $replayed];
        $session = $this->session($account);
        $this->loader->add(Session::class, $session === null ? [] : [$session]);
        if ($account['status'] === 'pending' && $this->messages < self::MOST_MESSAGES) {
            [$claim, $challenge, $message] = $this->proof($account);
            $this->messages++;
            $this->loader->add(Claim::class, [$claim]);
            $this->loader->add(Challenge::class, [$challenge]);
            $this->loader->add(Message::class, [$message]);
            $this->loader->add(MessageEvent::class, $this->steps($message));
            if ($message['state'] === 'bounced') {
                $this->loader->add(Suppression::class, [['address_key' => mb_strtolower($message['recipient']), 'said' => $message['last_error'], 'since' => $message['settled_at'], 'account_id' => $message['account_id']]]);
            }
            $this->loader->add(HeldDelivery::class, $message['state'] === 'held' ? [['message_id' => $message['id'], 'held_at' => $message['settled_at']]] : []);
        }
    }

    public function write(): void
    {
        if ($this->replayed !== null) {
            [$account, $at] = $this->replayed;
            $this->event($account, $at, 'authorization.replayed', ['kennel', null, 'Kennel'], ['app' => ['kitloft', 'kitloft'], 'state' => ['live', 'ended'], 'because' => [null, 'refresh token used twice']]);
        }
        $this->passUntil(null);
    }

    /** Writes down what happened before a moment; null for all there is. */
    private function passUntil(?string $moment): void
    {
        while (! $this->events->isEmpty() && ($moment === null || $this->events->top() < $moment)) {
            $this->loader->add(AuditEvent::class, [unserialize(explode("\0", $this->events->extract(), 2)[1], ['allowed_classes' => false])]);
        }
    }

    /**
     * @param  array<string, mixed>  $account
     * @return list<array<string, string|null>>
     */
    private function roles(array $account): array
    {
        $roles = ['observer' => 'default role at sign-up'];
        $isKeeper = Scenario::isKeeper($account['email']);
        if ($isKeeper) {
            $roles['keeper'] = 'runs the service';
        } elseif ($account['status'] === 'active' && $account['app_key'] === 'floodline' && ! $this->hasLead) {
            $this->hasLead = true;
            $roles['dispatcher-lead'] = 'looks after Floodline';
        } elseif ($account['status'] === 'active' && $this->entropy->chance(12)) {
            $roles[$this->entropy->pick(['reviewer', 'steward', 'dispatcher', 'quartermaster', 'auditor'])] = 'asked for by the committee';
        }
        $rows = [];
        // Some stand in until the end of the month.
        $lapses = Moment::write($this->start->modify('last day of this month')->setTime(23, 0));
        foreach ($roles as $role => $why) {
            $rows[] = ['account_id' => $account['id'], 'role_key' => $role, 'assigned_by' => $role === 'observer' ? 'Kennel' : 'Maren Thistlewood', 'why' => $why, 'assigned_at' => $account['created_at'], 'until' => $role === 'reviewer' && $account['created_at'][18] < '4' ? $lapses : null, 'app_key' => null];
        }

        return $rows;
    }

    /** @param  array<string, mixed>  $account */
    private function lifeOf(array $account): void
    {
        $holder = ['holder', $account['id'], $account['name']];
        if ($account['came_by'] === 'import') {
            $this->event($account, $account['created_at'], 'account.imported', ['operator', null, DemoKeeper::NAME], ['status' => [null, 'active']]);

            return;
        }
        $this->event($account, $account['created_at'], 'account.signed_up', $holder, ['status' => [null, 'pending']]);
        if ($account['email_proven_at'] !== null) {
            $this->event($account, $account['email_proven_at'], 'account.address_proven', $holder, ['status' => ['pending', 'active']]);
        }
        if ($account['status'] === 'suspended') {
            $when = Moment::write(Moment::read($account['email_proven_at'])->modify('+'.$this->entropy->random->getInt(1, 40).' hours'));
            $this->event($account, $when, 'account.suspended', ['operator', null, 'Maren Thistlewood'], ['status' => ['active', 'suspended']], $account['status_reason']);
        }
    }

    /**
     * @param  array<string, mixed>  $account
     * @return array<string, mixed>|null
     */
    private function session(array $account): ?array
    {
        if ($account['seen_at'] === '' || $account['status'] !== 'active') {
            return null;
        }
        $seen = Moment::read($account['seen_at']);
        $started = $seen->modify('-'.$this->entropy->random->getInt(30, 80_000).' seconds');
        $lapses = min($this->sessions->keptAbsolute->after($started), $this->sessions->keptIdle->after($seen));
        if ($lapses <= $this->start) {
            return null;
        }

        return [
            'id' => $this->entropy->uuid($started),
            'account_id' => $account['id'],
            'surface' => 'pages',
            'token_digest' => hash('sha256', $this->entropy->bytes(32)),
            'kept' => true,
            'proven_by' => 'password',
            'proven_at' => Moment::write($started),
            'source' => '198.51.100.'.$this->entropy->random->getInt(2, 250),
            'user_agent' => $this->entropy->pick(self::AGENTS),
            'started_at' => Moment::write($started),
            'seen_at' => $account['seen_at'],
            'lapses_at' => Moment::write($lapses),
        ];
    }

    /**
     * @param  array<string, mixed>  $account
     * @return array{array<string, mixed>, array<string, mixed>, array<string, mixed>} a claim, its challenge and the message
     */
    private function proof(array $account): array
    {
        $sent = Moment::read($account['created_at']);
        $token = Token::draw($this->entropy);
        $id = $this->entropy->uuid($sent);
        // The relay was away for two days in the week before the start.
        $age = $this->start->getTimestamp() - $sent->getTimestamp();
        $failed = $age > 86_400 && $age < 259_200;
        // And of the older ones one went to a mailbox that is gone.
        $bounced = ! $failed && ! $this->hasBounced && $this->messages >= self::BOUNCED;
        $this->hasBounced = $this->hasBounced || $bounced;
        $claim = ['id' => $this->entropy->uuid($sent), 'account_id' => $account['id'], 'is_founding' => true, 'app_key' => $account['app_key'], 'claimed_at' => $account['created_at']];
        $challenge = [
            'id' => $this->entropy->uuid($sent),
            'account_id' => $account['id'],
            'claim_id' => $claim['id'],
            'purpose' => 'verify_address',
            'address' => $account['email'],
            'token_digest' => $token->digest(),
            'created_at' => $account['created_at'],
            'expires_at' => Moment::write($this->verification->lifetime->after($sent)),
        ];
        $message = [
            'id' => $id,
            'account_id' => $account['id'],
            'invitation_id' => null,
            'act_id' => $this->entropy->uuid($sent),
            'kind' => 'verify_address',
            'app_key' => 'gaugebook',
            'language' => 'en',
            'recipient' => $account['email'],
            'seq' => $this->numbers->at($sent),
            'state' => match (true) {
                $failed => 'failed',
                $bounced => 'bounced',
                default => 'held',
            },
            'attempts' => $failed ? 6 : 1,
            'last_error' => match (true) {
                $failed => self::TIMED_OUT,
                $bounced => '550 5.1.1 The mailbox does not exist',
                default => null,
            },
            'created_at' => $account['created_at'],
            'settled_at' => Moment::write($sent->modify($failed ? '+5 hours' : '+1 second')),
            ...$this->composition->compose($id, MessageKind::VerifyAddress, $this->app, 'en', $account['name'], $account['email'], [
                'link' => url('/a/gaugebook/verify').'#t='.$token->reveal(),
                'hours' => intdiv($this->verification->lifetime->seconds, 3600),
            ]),
        ];

        return [$claim, $challenge, $message];
    }

    /**
     * What became of a message, as the relay would have left it behind.
     *
     * @param  array<string, mixed>  $message
     * @return list<array<string, mixed>>
     */
    private function steps(array $message): array
    {
        $step = static fn (string $event, string $at, ?string $said = null, ?string $next = null): array => ['message_seq' => $message['seq'], 'event' => $event, 'said' => $said, 'at' => $at, 'next_at' => $next];
        if ($message['state'] === 'held') {
            return [$step('held', $message['settled_at'])];
        }
        if ($message['state'] === 'bounced') {
            return [$step('accepted', Moment::write(Moment::read($message['created_at'])->modify('+1 second'))), $step('bounced', $message['settled_at'], $message['last_error'])];
        }
        $steps = [];
        $at = Moment::read($message['created_at']);
        for ($attempt = 1; $attempt <= $message['attempts']; $attempt++) {
            $wait = Retry::secondsAfter($attempt);
            $next = $wait === null ? null : $at->modify("+{$wait} seconds");
            $steps[] = $step($next === null ? 'given_up' : 'refused', Moment::write($at), self::TIMED_OUT, $next === null ? null : Moment::write($next));
            $at = $next ?? $at;
        }

        return $steps;
    }

    /**
     * Somebody tries a list of passwords on four accounts, one night.
     *
     * @return list<array<string, int|string>> what was counted of it
     */
    private function guessing(): array
    {
        $hour = $this->start->modify('-9 hours');
        $tallies = [];
        foreach ($this->targets as $index => $target) {
            // The trail has the first of an hour; the rest is counted.
            $this->event($target, Moment::write($hour->modify("+{$index} seconds")), 'session.refused', ['stranger', null, 'somebody'], [], null, '203.0.113.77');
            $tallies[] = ['hour' => substr(Moment::write($hour), 0, 13), 'event' => 'session.refused', 'source' => '203.0.113.77', 'account_id' => $target['id'], 'tally' => 18];
        }

        return $tallies;
    }

    /**
     * @param  array<string, mixed>  $account
     * @param  array{string, string|null, string}  $actor
     * @param  array<string, array{mixed, mixed}>  $changes
     */
    private function event(array $account, string $at, string $event, array $actor, array $changes, ?string $reason = null, ?string $source = null): void
    {
        $moment = Moment::read($at);
        $row = [
            'id' => $this->entropy->uuid($moment),
            'act_id' => $this->entropy->uuid($moment),
            'at' => $at,
            'event' => $event,
            'actor_kind' => $actor[0],
            'actor_id' => $actor[1],
            'actor_name' => $actor[2],
            'account_id' => $account['id'],
            'account_name' => $account['name'],
            'source' => $source ?? '198.51.100.'.$this->entropy->random->getInt(2, 250),
            'reason' => $reason,
            'changes' => json_encode((object) array_map(static fn (array $pair): array => ['before' => $pair[0], 'after' => $pair[1]], $changes), JSON_THROW_ON_ERROR),
        ];
        $this->events->insert("{$at} {$row['id']}\0".serialize($this->sealing->seal($row, $account['erasure_key'], $account['erasure_key'])));
    }
}
