<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Language;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\App\Messaging\Mail\Allowance;
use Kennel\App\Messaging\Mail\SendSample;
use Kennel\App\Registration\Http\InvitationBody;
use Kennel\App\Registration\Invitations\InviterSays;
use Kennel\App\Registration\Invitations\JudgeList;
use Kennel\App\Registration\Invitations\SendInvitations;
use Kennel\App\Registration\Invitations\WriteInvitation;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Messaging\Wording\Rendered;
use Kennel\Core\Messaging\Wording\Scheme;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Core\Registration\Invitations\Fate;
use Kennel\Core\Registration\Invitations\InvitationList;
use Kennel\Core\Registration\Invitations\InvitationRow;
use Kennel\Core\Registration\Invitations\RowVerdict;
use Psr\Clock\ClockInterface;

/** Inviting: a list is read, judged, seen as each will get it, and sent. */
final readonly class InviteController
{
    public function __construct(private Caller $caller, private InvitationBody $body, private Words $words, private ClockInterface $clock)
    {
    }

    /** A pasted text, or a file: the rows that are in it. Nothing is kept. */
    public function read(Request $request, ReadPastedList $read): JsonResponse
    {
        $this->caller->require(Permission::InvitationsSend);
        $rows = $read($request);

        return Json::ok(['rows' => array_map(static fn (InvitationRow $one): array => [
            'email' => $one->email,
            'name' => $one->name,
            'app' => $one->app,
            'roles' => $one->roles,
            'language' => $one->language,
            'fields' => (object) $one->fields,
        ], $rows)]);
    }

    public function judge(Request $request, JudgeList $judge, Allowance $allowance): JsonResponse
    {
        $inviter = $this->caller->require(Permission::InvitationsSend);
        $body = Body::of($request, Body::LIST);
        $list = $this->body->list($body);
        $body->complete();
        $verdicts = $judge($list, $inviter);
        $sent = count(array_filter($verdicts, static fn (RowVerdict $one): bool => $one->fate->isSent()));

        return Json::ok([
            'seen' => SendInvitations::digest($verdicts),
            'rows' => $this->rows($verdicts),
            'sums' => [
                'messages' => $sent,
                'given' => count(array_filter($verdicts, static fn (RowVerdict $one): bool => $one->fate === Fate::Given)),
                'left' => count(array_filter($verdicts, static fn (RowVerdict $one): bool => ! $one->fate->isDone())),
            ],
            // Whoever sees the mail sees how much of it there is.
            'goes_out' => $sent === 0 ? [] : $allowance->spread($sent, $list->app),
        ]);
    }

    /** The very message that somebody on the list would get. */
    public function preview(Request $request, WriteInvitation $write, Apps $apps): JsonResponse
    {
        $inviter = $this->caller->require(Permission::InvitationsSend);
        $body = Body::of($request, Body::LIST);
        $scheme = Scheme::tryFrom($body->text('scheme') ?? Scheme::Light->value) ?? Scheme::Light;
        [$list, $says] = [$this->body->list($body), $this->body->says($body, $this->clock->now())];
        $body->complete();
        [$said, $row] = $this->render($list, $says, $scheme, $write, $apps, $inviter);
        $name = trim($row->name);

        return Json::ok([
            'from' => ($said->senderName === '' ? (string) config('kennel.sender.name') : $said->senderName).' <'.config('kennel.sender.address').'>',
            'to' => $name === '' ? $row->email : "{$name} <{$row->email}>",
            'reply_to' => $said->replyTo === '' ? $inviter->email : $said->replyTo,
            'subject' => $said->subject,
            'html' => $said->html,
            'text' => $said->text,
        ]);
    }

    /** The same to the operator's own address. */
    public function sample(Request $request, WriteInvitation $write, Apps $apps, SendSample $send): JsonResponse
    {
        $inviter = $this->caller->require(Permission::InvitationsSend);
        $body = Body::of($request, Body::LIST);
        [$list, $says] = [$this->body->list($body), $this->body->says($body, $this->clock->now())];
        $body->complete();
        [$said] = $this->render($list, $says, Scheme::Either, $write, $apps, $inviter);
        $message = $send(new WordingKey(WriteInvitation::kind($list->way), $list->app, $list->language), $said, $inviter);

        return Json::ok(['id' => $message->id, 'recipient' => $message->recipient], 202);
    }

    public function send(Request $request, SendInvitations $send): JsonResponse
    {
        $inviter = $this->caller->require(Permission::InvitationsSend);
        $body = Body::of($request, Body::LIST);
        [$list, $says] = [$this->body->list($body), $this->body->says($body, $this->clock->now())];
        $seen = $body->text('seen');
        $body->complete();
        $sent = $send($list, $says, $seen, $inviter);

        return Json::ok(['batch_id' => $sent->batchId, 'sent' => $sent->sent, 'given' => $sent->given, 'rows' => $this->rows($sent->verdicts)], 201);
    }

    /** @return array{Rendered, InvitationRow} */
    private function render(InvitationList $list, InviterSays $says, Scheme $scheme, WriteInvitation $write, Apps $apps, SignedIn $inviter): array
    {
        $row = $list->rows[0] ?? new InvitationRow('ines@post.example', 'Ines Halvorsen');
        $app = $this->app($row->app ?? $list->app, $apps);
        $language = Language::tryFrom($row->language ?? $list->language) ?? throw Refusal::invalid([new Reason('invitation.language', 'language', ['languages' => Language::tags()])]);

        return [$write->preview($list->way, $app, $language->value, trim($row->name), $row->email, $row->roles ?? $list->roles, $says, $inviter, $scheme), $row];
    }

    private function app(string $key, Apps $apps): App
    {
        $app = Bounds::include($this->caller->bounds(), $key) ? $apps->find($key) : null;

        return $app ?? throw Refusal::invalid([new Reason('account.app_unknown', 'app', ['app' => mb_substr($key, 0, 40)])]);
    }

    /**
     * @param  list<RowVerdict>  $verdicts
     * @return list<array<string, mixed>>
     */
    private function rows(array $verdicts): array
    {
        return array_map(fn (RowVerdict $one): array => [
            'fate' => $one->fate->value,
            'app' => $one->app,
            'language' => $one->language,
            'email' => $one->email?->display(),
            'reasons' => $this->words->reasons($one->reasons),
            'mended' => $one->mended,
            'line' => $one->line,
            'roles' => $one->roles,
            // Who they are is for who may see accounts.
            'person' => $one->person === null || ! $this->caller->permissions()->allows(Permission::AccountsRead->value) ? null : ['id' => $one->person->accountId, 'name' => $one->person->name],
        ], $verdicts);
    }
}
