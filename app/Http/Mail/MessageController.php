<?php

declare(strict_types=1);

namespace Kennel\App\Http\Mail;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\OperatorAuthority;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Problem;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Invitations\Inviters;
use Kennel\App\Mail\Allowance;
use Kennel\App\Mail\Message;
use Kennel\App\Mail\MessageEvent;
use Kennel\App\Mail\MessageList;
use Kennel\App\Mail\Messages;
use Kennel\App\Mail\MessageState;
use Kennel\App\Mail\NoteBounce;
use Kennel\App\Mail\ReleaseAddress;
use Kennel\App\Mail\SendAgain;
use Kennel\App\Mail\Suppressions;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Identity\Sight;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Wording\MessageKind;

final readonly class MessageController
{
    /** In bytes: a report may carry the whole message that it is about. */
    private const LARGEST_REPORT = 1_048_576;

    private const WITHHELD = 'Withheld: this message holds a secret of the person it was sent to.';

    public function __construct(private Caller $caller, private Messages $messages, private OperatorAuthority $authority, private Sight $sight, private Inviters $inviters)
    {
    }

    public function index(Request $request, MessageList $list): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($list->page(
            $query->uuid('account'),
            $query->choice('state', array_column(MessageState::cases(), 'value')),
            $query->text('to', 254),
            $query->text('cursor'),
            $query->number('limit', 50, 1, 200),
            self::row(...),
        ));
    }

    public function show(string $id, Suppressions $suppressions): JsonResponse
    {
        $message = $this->find($id);
        $parts = $this->parts($message);

        return Json::ok([
            ...self::row($message),
            'headers' => $this->headers($parts['eml']),
            'text' => $parts['text'],
            'content_withheld' => $this->isWithheld($message),
            'events' => array_map(static fn (MessageEvent $one): array => ['event' => $one->event, 'said' => $one->said, 'at' => $one->at, 'next_at' => $one->next_at], $this->messages->eventsOf($message)),
            'suppressed_since' => $suppressions->of($message->recipient)?->since,
        ]);
    }

    /** A report of another server (RFC 3464), as it was received. */
    public function bounce(Request $request, NoteBounce $note): JsonResponse
    {
        $operator = $this->caller->require('kennel:messages.send');
        if (preg_match('#^(message/rfc822|multipart/report|text/plain)\s*(;|$)#i', (string) $request->headers->get('Content-Type')) !== 1) {
            throw new Problem(415, 'request.not_a_message');
        }
        if (strlen($request->getContent()) > self::LARGEST_REPORT) {
            throw new Problem(413, 'request.too_large', [new Reason('request.too_large', null, ['maximum' => self::LARGEST_REPORT])]);
        }

        return Json::ok(['items' => array_map(static fn (array $one): array => [
            'message' => $one['message']->id, 'recipient' => $one['message']->recipient, 'state' => $one['message']->state->value, 'action' => $one['action'], 'status' => $one['status'], 'suppressed' => $one['suppressed'],
        ], $note($request->getContent(), $operator->asOperator(), $this->sight))]);
    }

    public function allowance(Allowance $allowance): JsonResponse
    {
        $this->caller->requireUnbounded('kennel:messages.read');

        return Json::ok($allowance->soFar());
    }

    public function release(string $id, ReleaseAddress $release): JsonResponse
    {
        return Json::ok(self::row($release($id, $this->caller->require('kennel:messages.send'))));
    }

    /** For a sandboxed frame: nothing loads, nothing runs, links open outside. */
    public function html(string $id): Response
    {
        return new Response($this->parts($this->find($id))['html'], 200, [
            'Content-Type' => 'text/html; charset=utf-8',
            'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; frame-ancestors 'self'; sandbox allow-popups allow-popups-to-escape-sandbox",
        ]);
    }

    public function eml(string $id): Response
    {
        $message = $this->find($id);
        if ($this->isWithheld($message)) {
            throw Refusal::notAllowed('message.withheld');
        }

        return new Response($this->parts($message)['eml'], 200, [
            'Content-Type' => 'message/rfc822',
            'Content-Disposition' => "attachment; filename=\"{$message->id}.eml\"",
        ]);
    }

    public function sendAgain(string $id, SendAgain $sendAgain): JsonResponse
    {
        return Json::ok(self::row($sendAgain($id, $this->caller->require('kennel:messages.send'))), 202);
    }

    private function find(string $id): Message
    {
        $this->caller->require('kennel:messages.read');

        $message = $this->messages->get($id);

        return $this->sight->includes($message->account_id) ? $message : throw Refusal::notFound();
    }

    /**
     * An operator who could read a link could use it. So it is shown only while the stand-in holds it, where nobody else can read it,
     * and only of accounts the operator may act on.
     */
    private function isWithheld(Message $message): bool
    {
        $isOnItsWay = $message->state !== MessageState::Held && config('kennel.relay') !== 'stand-in';

        if ($message->account_id === null && $message->invitation_id !== null) {
            // Whoever accepts it has its roles: so it is shown to who could give them.
            return $isOnItsWay || ! $this->inviters->couldSend($message->invitation_id, $this->caller->get());
        }

        return $isOnItsWay || $message->account_id === null || ! $this->authority->reaches($this->caller->get(), $message->account_id);
    }

    /** @return array{eml: string, html: string, text: string} */
    private function parts(Message $message): array
    {
        $parts = $this->messages->open($message);
        if (! $this->isWithheld($message)) {
            return $parts;
        }
        // Where nothing but the link is anybody's secret, the rest is shown. What is of no known kind is withheld as a whole.
        if ($message->kind !== Messages::SAMPLE && MessageKind::tryFrom($message->kind)?->isSecret() !== false) {
            return ['eml' => $parts['eml'], 'html' => '<p>'.self::WITHHELD.'</p>', 'text' => self::WITHHELD];
        }
        $mask = static fn (string $text): string => preg_replace('/#t=[A-Za-z0-9_-]{43}/', '#t=(withheld)', $text) ?? '';

        return ['eml' => $parts['eml'], 'html' => $mask($parts['html']), 'text' => $mask($parts['text'])];
    }

    /** @return list<array{name: string, value: string}> */
    private function headers(string $eml): array
    {
        $head = explode("\r\n\r\n", $eml, 2)[0];
        $unfolded = preg_replace('/\r\n[ \t]+/', ' ', $head) ?? '';
        $headers = [];
        foreach (explode("\r\n", $unfolded) as $line) {
            [$name, $value] = array_pad(explode(':', $line, 2), 2, '');
            $headers[] = ['name' => $name, 'value' => trim($value)];
        }

        return $headers;
    }

    /** @return array<string, mixed> */
    private static function row(Message $row): array
    {
        return [
            'id' => $row->id,
            'account_id' => $row->account_id,
            'invitation_id' => $row->invitation_id,
            'kind' => $row->kind,
            'recipient' => $row->recipient,
            'subject' => $row->subject,
            'state' => $row->state->value,
            'attempts' => $row->attempts,
            'last_error' => $row->last_error,
            'created_at' => $row->created_at,
            'settled_at' => $row->settled_at,
        ];
    }
}
