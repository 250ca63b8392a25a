<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Audit\AuditEvent;
use Kennel\App\Audit\StrangerTally;
use Kennel\App\Challenges\Challenge;
use Kennel\App\Mail\Composition;
use Kennel\App\Mail\HeldDelivery;
use Kennel\App\Mail\Message;
use Kennel\App\Platform\Moment;
use Kennel\App\Roles\Assignment;
use Kennel\App\Sessions\Session;
use Kennel\App\Verification\Claim;
use Kennel\Core\Secrets\Token;
use Kennel\Core\Sessions\SessionRules;
use Kennel\Core\Verification\VerificationRules;

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

    /** @var list<array<string, mixed>> */
    private array $events = [];

    public function __construct(private readonly Composition $composition, private readonly SessionRules $sessions, private readonly VerificationRules $verification)
    {
    }

    /**
     * @param  list<array<string, mixed>>  $accounts  oldest first
     * @param  \Closure(string, list<array<string, mixed>>): void  $insert
     */
    public function write(array $accounts, SeededEntropy $entropy, \DateTimeImmutable $start, \Closure $insert): void
    {
        $this->events = [];
        $assignments = $sessions = $claims = $challenges = $messages = $held = [];
        foreach ($accounts as $account) {
            foreach ($this->roles($account, $entropy) as $role) {
                $assignments[] = $role;
            }
            $this->lifeOf($account, $entropy);
            $session = $this->session($account, $entropy, $start);
            if ($session !== null) {
                $sessions[] = $session;
            }
            if ($account['status'] === 'pending' && count($messages) < self::MOST_MESSAGES) {
                [$claim, $challenge, $message] = $this->proof($account, $entropy, $start);
                $claims[] = $claim;
                $challenges[] = $challenge;
                $messages[] = $message;
                if ($message['state'] === 'held') {
                    $held[] = ['message_id' => $message['id'], 'held_at' => $message['settled_at']];
                }
            }
        }
        $insert(StrangerTally::class, $this->guessing($accounts, $entropy, $start));
        usort($this->events, static fn (array $a, array $b): int => [$a['at'], $a['id']] <=> [$b['at'], $b['id']]);
        foreach ([Assignment::class => $assignments, Session::class => $sessions, Claim::class => $claims, Challenge::class => $challenges, Message::class => $messages, HeldDelivery::class => $held, AuditEvent::class => $this->events] as $table => $rows) {
            $insert($table, $rows);
        }
    }

    /**
     * @param  array<string, mixed>  $account
     * @return list<array<string, string>>
     */
    private function roles(array $account, SeededEntropy $entropy): array
    {
        $roles = ['observer' => 'default role at sign-up'];
        $isKeeper = in_array($account['lookup_key'], [DemoKeeper::EMAIL, 'oriel@alderwend.example', 'kofi@alderwend.example', 'hedda@alderwend.example', 'ilza@alderwend.example'], true);
        if ($isKeeper) {
            $roles['keeper'] = 'runs the service';
        } elseif ($account['status'] === 'active' && $entropy->chance(12)) {
            $roles[$entropy->pick(['reviewer', 'steward', 'dispatcher', 'quartermaster', 'auditor'])] = 'asked for by the committee';
        }
        $rows = [];
        foreach ($roles as $role => $why) {
            $rows[] = ['account_id' => $account['id'], 'role_key' => $role, 'assigned_by' => $role === 'observer' ? 'Kennel' : 'Maren Thistlewood', 'why' => $why, 'assigned_at' => $account['created_at']];
        }

        return $rows;
    }

    /** @param  array<string, mixed>  $account */
    private function lifeOf(array $account, SeededEntropy $entropy): void
    {
        $holder = ['holder', $account['id'], $account['name']];
        $this->event($entropy, $account, $account['created_at'], 'account.signed_up', $holder, ['status' => [null, 'pending']]);
        if ($account['email_proven_at'] !== null) {
            $this->event($entropy, $account, $account['email_proven_at'], 'account.address_proven', $holder, ['status' => ['pending', 'active']]);
        }
        if ($account['status'] === 'suspended') {
            $when = Moment::write(Moment::read($account['email_proven_at'])->modify('+'.$entropy->random->getInt(1, 40).' hours'));
            $this->event($entropy, $account, $when, 'account.suspended', ['operator', null, 'Maren Thistlewood'], ['status' => ['active', 'suspended']], $account['status_reason']);
        }
    }

    /**
     * @param  array<string, mixed>  $account
     * @return array<string, mixed>|null
     */
    private function session(array $account, SeededEntropy $entropy, \DateTimeImmutable $start): ?array
    {
        if ($account['seen_at'] === '' || $account['status'] !== 'active') {
            return null;
        }
        $seen = Moment::read($account['seen_at']);
        $started = $seen->modify('-'.$entropy->random->getInt(30, 80_000).' seconds');
        $lapses = min($this->sessions->keptAbsolute->after($started), $this->sessions->keptIdle->after($seen));
        if ($lapses <= $start) {
            return null;
        }

        return [
            'id' => $entropy->uuid($started),
            'account_id' => $account['id'],
            'surface' => 'pages',
            'token_digest' => hash('sha256', $entropy->bytes(32)),
            'kept' => true,
            'proven_by' => 'password',
            'proven_at' => Moment::write($started),
            'source' => '198.51.100.'.$entropy->random->getInt(2, 250),
            'user_agent' => $entropy->pick(self::AGENTS),
            'started_at' => Moment::write($started),
            'seen_at' => $account['seen_at'],
            'lapses_at' => Moment::write($lapses),
        ];
    }

    /**
     * @param  array<string, mixed>  $account
     * @return array{array<string, mixed>, array<string, mixed>, array<string, mixed>} a claim, its challenge and the message
     */
    private function proof(array $account, SeededEntropy $entropy, \DateTimeImmutable $start): array
    {
        $sent = Moment::read($account['created_at']);
        $token = Token::draw($entropy);
        $id = $entropy->uuid($sent);
        // The relay was away for two days in the week before the start.
        $age = $start->getTimestamp() - $sent->getTimestamp();
        $failed = $age > 86_400 && $age < 259_200;
        $claim = ['id' => $entropy->uuid($sent), 'account_id' => $account['id'], 'is_founding' => true, 'app_key' => $account['app_key'], 'claimed_at' => $account['created_at']];
        $challenge = [
            'id' => $entropy->uuid($sent),
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
            'act_id' => $entropy->uuid($sent),
            'kind' => 'verify_address',
            'recipient' => $account['email'],
            'state' => $failed ? 'failed' : 'held',
            'attempts' => $failed ? 6 : 1,
            'last_error' => $failed ? 'Connection to relay.alderwend.example:587 timed out' : null,
            'created_at' => $account['created_at'],
            'settled_at' => Moment::write($sent->modify($failed ? '+5 hours' : '+1 second')),
            ...$this->composition->compose($id, 'verify_address', $account['name'], $account['email'], [
                'app' => 'Gaugebook',
                'url' => url('/a/gaugebook/verify').'#t='.$token->reveal(),
                'hours' => intdiv($this->verification->lifetime->seconds, 3600),
            ]),
        ];

        return [$claim, $challenge, $message];
    }

    /**
     * Somebody tries a list of passwords on four accounts, one night.
     *
     * @param  list<array<string, mixed>>  $accounts
     * @return list<array<string, int|string>> what was counted of it
     */
    private function guessing(array $accounts, SeededEntropy $entropy, \DateTimeImmutable $start): array
    {
        $targets = array_slice($accounts, 0, 4);
        $hour = $start->modify('-9 hours');
        $tallies = [];
        foreach ($targets as $index => $target) {
            // The trail has the first of an hour; the rest is counted.
            $this->event($entropy, $target, Moment::write($hour->modify("+{$index} seconds")), 'session.refused', ['stranger', null, 'somebody'], [], null, '203.0.113.77');
            $tallies[] = ['hour' => substr(Moment::write($hour), 0, 13), 'event' => 'session.refused', 'source' => '203.0.113.77', 'account_id' => $target['id'], 'tally' => 18];
        }

        return $tallies;
    }

    /**
     * @param  array<string, mixed>  $account
     * @param  array{string, string|null, string}  $actor
     * @param  array<string, array{mixed, mixed}>  $changes
     */
    private function event(SeededEntropy $entropy, array $account, string $at, string $event, array $actor, array $changes, ?string $reason = null, ?string $source = null): void
    {
        $moment = Moment::read($at);
        $this->events[] = [
            'id' => $entropy->uuid($moment),
            'act_id' => $entropy->uuid($moment),
            'at' => $at,
            'event' => $event,
            'actor_kind' => $actor[0],
            'actor_id' => $actor[1],
            'actor_name' => $actor[2],
            'account_id' => $account['id'],
            'account_name' => $account['name'],
            'source' => $source ?? '198.51.100.'.$entropy->random->getInt(2, 250),
            'reason' => $reason,
            'changes' => json_encode((object) array_map(static fn (array $pair): array => ['before' => $pair[0], 'after' => $pair[1]], $changes), JSON_THROW_ON_ERROR),
        ];
    }
}
