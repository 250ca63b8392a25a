<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Problem;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Allowance;
use Kennel\App\Messaging\Mail\Channel;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\MessageEvent;
use Kennel\App\Messaging\Mail\MessageList;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Messaging\Mail\MessageState;
use Kennel\App\Messaging\Mail\NoteBounce;
use Kennel\App\Messaging\Mail\ReleaseAddress;
use Kennel\App\Messaging\Mail\SendAgain;
use Kennel\App\Messaging\Mail\SendText;
use Kennel\App\Messaging\Mail\Suppressions;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Messaging\Mail\TextParts;

final readonly class MessageController
{
    /** In bytes: a report may carry the whole message that it is about. */
    private const LARGEST_REPORT = 1_048_576;

    public function __construct(private Caller $caller, private Messages $messages, private MessageContents $contents, private Sight $sight)
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
        $parts = $this->contents->parts($message);

        return Json::ok([
            ...self::row($message),
            'headers' => $this->headers($parts['eml']),
            'text' => $parts['text'],
            'parts' => $message->channel === Channel::Text ? self::counted($parts['text']) : null,
            'content_withheld' => $this->contents->isWithheld($message),
            'events' => array_map(static fn (MessageEvent $one): array => ['event' => $one->event, 'said' => $one->said, 'at' => $one->at, 'next_at' => $one->next_at], $this->messages->eventsOf($message)),
            'suppressed_since' => $suppressions->of($message->recipient)?->since,
        ]);
    }

    /** A text message to a telephone, to try the way they go. */
    public function text(Request $request, SendText $send): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::MessagesSend);
        $body = Body::of($request);
        [$to, $text] = [$body->text('to') ?? '', $body->text('text') ?? ''];
        $body->complete();

        return Json::ok(self::row($send($to, $text, $operator)), 202);
    }

    /** Into how many parts it would be cut, while somebody types. */
    public function count(Request $request): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::MessagesSend);
        $body = Body::of($request);
        $text = $body->text('text') ?? '';
        $body->complete();

        return Json::ok(self::counted($text));
    }

    /** A report of another server (RFC 3464), as it was received. */
    public function bounce(Request $request, NoteBounce $note): JsonResponse
    {
        $operator = $this->caller->require(Permission::MessagesSend);
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
        $this->caller->requireUnbounded(Permission::MessagesRead);

        return Json::ok($allowance->soFar());
    }

    public function release(string $id, ReleaseAddress $release): JsonResponse
    {
        return Json::ok(self::row($release($id, $this->caller->require(Permission::MessagesSend))));
    }

    /** For a sandboxed frame: nothing loads, nothing runs, links open outside. */
    public function html(string $id): Response
    {
        $message = $this->find($id);
        $parts = $this->contents->parts($message);
        $html = $message->channel === Channel::Text ? '<p style="font:16px/1.5 sans-serif;white-space:pre-wrap">'.htmlspecialchars($parts['text'], ENT_QUOTES | ENT_SUBSTITUTE).'</p>' : $parts['html'];

        return new Response($html, 200, [
            'Content-Type' => 'text/html; charset=utf-8',
            'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; frame-ancestors 'self'; sandbox allow-popups allow-popups-to-escape-sandbox",
        ]);
    }

    public function eml(string $id): Response
    {
        $message = $this->find($id);
        if ($this->contents->isWithheld($message)) {
            throw Refusal::notAllowed('message.withheld');
        }
        if ($message->channel === Channel::Text) {
            throw Refusal::notFound();
        }

        return new Response($this->contents->parts($message)['eml'], 200, [
            'Content-Type' => 'message/rfc822',
            'Content-Disposition' => "attachment; filename=\"{$message->id}.eml\"",
        ]);
    }

    public function sendAgain(string $id, SendAgain $sendAgain): JsonResponse
    {
        return Json::ok(self::row($sendAgain($id, $this->caller->require(Permission::MessagesSend))), 202);
    }

    private function find(string $id): Message
    {
        $this->caller->require(Permission::MessagesRead);

        $message = $this->messages->get($id);

        return $this->sight->includes($message->account_id) ? $message : throw Refusal::notFound();
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
    public static function row(Message $row): array
    {
        return [
            'id' => $row->id,
            'account_id' => $row->account_id,
            'invitation_id' => $row->invitation_id,
            'kind' => $row->kind,
            'channel' => $row->channel->value,
            'recipient' => $row->recipient,
            'subject' => $row->subject,
            'state' => $row->state->value,
            'attempts' => $row->attempts,
            'last_error' => $row->last_error,
            'created_at' => $row->created_at,
            'settled_at' => $row->settled_at,
        ];
    }

    /** @return array{alphabet: string, units: int, parts: int, left: int} */
    private static function counted(string $text): array
    {
        $parts = TextParts::of($text);

        return ['alphabet' => $parts->alphabet, 'units' => $parts->units, 'parts' => $parts->parts, 'left' => $parts->left];
    }
}
