<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Directory\Apps\App;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Mail\HeldDelivery;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\MessageEvent;
use Kennel\App\Registration\Invitations\Invitation;
use Kennel\App\Registration\Invitations\InviterSays;
use Kennel\App\Registration\Invitations\WriteInvitation;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Invitations\WayIn;

/** Floodline's dispatchers, who come by invitation alone: some accepted, some are open, some lapsed, two were withdrawn. */
final class InvitationFiller
{
    private const ACCEPTED = 9;

    private const OPEN = 14;

    private const LAPSED = 6;

    private const WITHDRAWN = 2;

    private const DAY = 86_400;

    private const WORDS = [
        'en' => ['The November rota starts on Monday. You will get the notices for Wend Forks first.', 'We met at the open day; here is the link I promised.', ''],
        'de' => ['Der Dienstplan beginnt am Montag. Sie bekommen zuerst die Meldungen für Wend Forks.', ''],
    ];

    /** @var list<array<string, mixed>> accounts of Floodline */
    private array $came = [];

    /** @var array<string, array<string, mixed>> by address */
    private array $inviters = [];

    public function __construct(private readonly SeededEntropy $entropy, private readonly \DateTimeImmutable $start, private readonly Loader $loader, private readonly WriteInvitation $write, private readonly App $app, private readonly MessageNumbers $numbers)
    {
    }

    /** @param  array<string, mixed>  $account */
    public function note(array $account): void
    {
        if (Scenario::isKeeper($account['email'])) {
            $this->inviters[$account['email']] = $account;
        } elseif ($account['app_key'] === 'floodline' && $account['status'] === 'active') {
            // The last that came.
            $this->came = array_slice([...$this->came, $account], -self::ACCEPTED);
        }
    }

    public function write(People $people): void
    {
        foreach ($this->came as $account) {
            $ended = Moment::read($account['created_at']);
            $this->add($account['name'], $account['email'], $ended->modify('-'.(3_000 + ord($this->entropy->bytes(1)) * 900).' seconds'), ended: ['accepted', $ended, $account['id']]);
        }
        $somebody = function () use ($people): array {
            ['name' => $name, 'email' => $email] = $people->next();

            return [$name, $email];
        };
        for ($at = 0; $at < self::LAPSED; $at++) {
            $this->add(...[...$somebody(), $this->ago(20 * self::DAY + $at * 3 * self::DAY)]);
        }
        for ($at = 0; $at < self::WITHDRAWN; $at++) {
            $sent = $this->ago((5 + $at) * self::DAY);
            $this->add(...[...$somebody(), $sent, ['withdrawn', $sent->modify('+1 day'), null]]);
        }
        for ($at = self::OPEN; $at > 0; $at--) {
            // The oldest of them lapse before long.
            $this->add(...[...$somebody(), $this->ago((int) ($at * 0.92 * self::DAY))]);
        }
    }

    /** @param  array{string, \DateTimeImmutable, string|null}|null  $ended  how, when, and who accepted it */
    private function add(string $name, string $email, \DateTimeImmutable $sent, ?array $ended = null): void
    {
        $inviter = $this->inviters[$this->entropy->chance(70) ? DemoKeeper::EMAIL : 'oriel@alderwend.example'] ?? reset($this->inviters);
        if ($inviter === false) {
            return;
        }
        $language = $this->entropy->chance(30) ? 'de' : 'en';
        $says = new InviterSays($this->entropy->pick(self::WORDS[$language]), $sent->modify('+14 days'));
        $token = Token::draw($this->entropy);
        $wasOpened = $ended !== null ? $ended[0] === 'accepted' : $this->entropy->chance(40);
        $invitation = [
            'id' => $this->entropy->uuid($sent),
            'batch_id' => $this->entropy->uuid($sent),
            'app_key' => $this->app->key,
            'email' => $email,
            'lookup_key' => EmailAddress::parse($email)->lookupKey(),
            'name' => $name,
            'language' => $language,
            'roles' => '["dispatcher"]',
            'fields' => '{}',
            'inviter_id' => $inviter['id'],
            'inviter_name' => $inviter['name'],
            'inviter_email' => $inviter['email'],
            'words' => $says->words,
            'way' => WayIn::Link->value,
            'token_digest' => $token->digest(),
            'password_hash' => null,
            'created_at' => Moment::write($sent),
            'sent_at' => Moment::write($sent),
            'expires_at' => Moment::write($says->until),
            'opened_at' => $wasOpened ? Moment::write($sent->modify('+'.(1_200 + ord($this->entropy->bytes(1)) * 7).' seconds')) : null,
            'ended' => $ended[0] ?? null,
            'ended_at' => isset($ended[1]) ? Moment::write($ended[1]) : null,
            'account_id' => $ended[2] ?? null,
        ];
        $this->loader->add(Invitation::class, [$invitation]);
        $this->message($invitation, $says, $token);
    }

    /** @param  array<string, mixed>  $invitation */
    private function message(array $invitation, InviterSays $says, Token $token): void
    {
        $settled = Moment::write(Moment::read($invitation['sent_at'])->modify('+1 second'));
        $message = $this->write->prepare(WayIn::Link, $this->app, $invitation['language'], $invitation['name'], $invitation['email'], ['dispatcher'], $says, $invitation['inviter_name'], $invitation['inviter_email'], $token->reveal(), null);
        $id = $this->entropy->uuid(Moment::read($invitation['sent_at']));
        $this->loader->add(Message::class, [[
            ...$message,
            'id' => $id,
            'seq' => $number = $this->numbers->at(Moment::read($invitation['sent_at'])),
            'account_id' => $invitation['account_id'],
            'invitation_id' => $invitation['id'],
            'act_id' => $this->entropy->uuid(Moment::read($invitation['sent_at'])),
            'state' => 'held',
            'attempts' => 1,
            'last_error' => null,
            'created_at' => $invitation['sent_at'],
            'settled_at' => $settled,
        ]]);
        $this->loader->add(MessageEvent::class, [['message_seq' => $number, 'event' => 'held', 'said' => null, 'at' => $settled, 'next_at' => null]]);
        $this->loader->add(HeldDelivery::class, [['message_id' => $id, 'held_at' => $settled]]);
    }

    private function ago(int $seconds): \DateTimeImmutable
    {
        return $this->start->modify("-{$seconds} seconds");
    }
}
