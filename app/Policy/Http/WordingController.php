<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Contracts\Translation\Translator;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\App\Messaging\Mail\MessageRate;
use Kennel\App\Messaging\Mail\SendSample;
use Kennel\App\Messaging\Wording\Wordings;
use Kennel\App\Policy\Impact\NextRecipients;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Messaging\Wording\CheckWording;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\Rendered;
use Kennel\Core\Messaging\Wording\Scheme;
use Kennel\Core\Messaging\Wording\Variable;
use Kennel\Core\Messaging\Wording\Wording;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Core\Messaging\Wording\WordingMistake;

/** What messages say: the kinds there are, the words of each, and how they look. Changing them is changing the rule book. */
final readonly class WordingController
{
    public function __construct(private Caller $caller, private Wordings $wordings, private Apps $apps, private Words $words)
    {
    }

    public function index(Translator $translator): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);

        return Json::ok([
            'languages' => WordingKey::LANGUAGES,
            'kinds' => array_map(static fn (MessageKind $kind): array => [
                'kind' => $kind->value,
                'label' => $translator->get("wording.kinds.{$kind->value}"),
                'variables' => array_values(array_map(static fn (Variable $one): array => [
                    'name' => $one->name,
                    'about' => $translator->get("wording.variables.{$one->name}"),
                    'sample' => $one->sample,
                    'is_required' => $one->isRequired,
                ], $kind->variables())),
            ], MessageKind::cases()),
        ]);
    }

    /** One wording as it ships, how many messages are in it, and who is known to be next. Who may not read accounts is told how many, and not who. */
    public function show(string $key, MessageRate $rate, NextRecipients $next, Drafts $drafts, Translator $translator): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $permissions = $this->caller->permissions();
        $mayReadAccounts = $permissions->allows(Permission::AccountsRead->value);
        $of = $this->key($key);
        $own = $drafts->current()->book()->wordings;
        $elsewhere = array_values(array_filter($own->apps(), static fn (string $app): bool => isset($own->own[(new WordingKey($of->kind, $app, $of->language))->toString()])));

        ['days' => $days, 'recent' => $recent] = $rate->of($of, $elsewhere);
        $due = $next->of($of, $elsewhere);
        $mayReadDue = $permissions->allows($of->kind->isInvitation() ? Permission::InvitationsRead->value : Permission::AccountsRead->value);

        return Json::ok([
            'key' => $key,
            'shipped' => $this->wordings->shipped($of->kind, $of->language)->parts(),
            'days' => $days,
            'recent' => $mayReadAccounts ? $recent : null,
            'next' => $due === null ? null : [
                'because' => $translator->get("wording.next.{$due['because']}"),
                'count' => $due['count'],
                'first' => $mayReadDue ? $due['first'] : null,
            ],
        ]);
    }

    /** How it would look, and what is wrong with it. Nothing is saved and nothing goes out. */
    public function preview(Request $request, AccountList $accounts): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);
        $body = Body::of($request);
        [$key, $wording] = $this->asked($body);
        $scheme = Scheme::tryFrom($body->text('scheme') ?? Scheme::Light->value) ?? throw Refusal::invalid([new Reason('type.choice', 'scheme', ['choices' => array_column(Scheme::cases(), 'value')])]);
        $accountId = $body->text('account');
        $body->complete();
        // Whoever may read accounts sees them here as anywhere else: within their bounds.
        $account = $accountId === null ? null : $accounts->get($accountId);
        $mistakes = CheckWording::mistakes($key->kind, $wording);
        $said = $mistakes === [] ? $this->render($key, $wording, $account, $scheme) : null;

        return Json::ok([
            'mistakes' => array_map($this->said(...), $mistakes),
            'message' => $said === null ? null : [
                'from' => ($said->senderName === '' ? (string) config('kennel.sender.name') : $said->senderName).' <'.config('kennel.sender.address').'>',
                'to' => ($account->name ?? $key->kind->variables()['name']->sample).' <'.($account->email ?? $key->kind->variables()['address']->sample).'>',
                'reply_to' => $said->replyTo,
                'subject' => $said->subject,
                'html' => $said->html,
                'text' => $said->text,
                'bytes' => strlen($said->html) + strlen($said->text),
            ],
            'warnings' => $this->words->reasons($this->app($key)?->rules->look->warnings() ?? []),
        ]);
    }

    /** To the operator's own address, so that they see it where they read their mail. */
    public function send(Request $request, SendSample $send): JsonResponse
    {
        $operator = $this->caller->require(Permission::MessagesSend);
        $this->caller->require(Permission::RulesRead);
        $body = Body::of($request);
        [$key, $wording] = $this->asked($body);
        $body->complete();
        if (CheckWording::mistakes($key->kind, $wording) !== []) {
            throw Refusal::invalid([new Reason('wording.has_mistakes', 'wording')]);
        }
        $message = $send($key, $this->render($key, $wording, null, Scheme::Either), $operator);

        return Json::ok(['id' => $message->id, 'recipient' => $message->recipient], 202);
    }

    /** An empty page that the console writes previews into: they may have their looks, and nothing runs or loads but pictures of ours. */
    public function frame(): Response
    {
        $this->caller->require(Permission::Console);

        return new Response('<!doctype html><meta charset="utf-8"><title>Preview</title>', 200, [
            'Content-Type' => 'text/html; charset=utf-8',
            'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; form-action 'none'; base-uri 'none'; frame-ancestors 'self'; sandbox allow-same-origin",
        ]);
    }

    private function render(WordingKey $key, Wording $wording, ?Account $account, Scheme $scheme): Rendered
    {
        $app = $this->app($key);
        $values = [...$this->wordings->sample($key->kind, $app), ...$account === null ? [] : ['name' => $account->name, 'address' => $account->email]];

        return $this->wordings->render($key->kind, $wording, $app, $key->language, $values, $scheme);
    }

    /** @return array{WordingKey, Wording} */
    private function asked(Body $body): array
    {
        $key = $this->key($body->text('key') ?? '');
        $parts = $body->object('wording');
        $texts = array_map(static fn (string $part): string => is_string($parts[$part] ?? null) ? $parts[$part] : '', Wording::PARTS);
        foreach ($texts as $at => $text) {
            $most = in_array(Wording::PARTS[$at], ['html', 'text'], true) ? Wording::BODY : Wording::SUBJECT;
            if (mb_strlen($text) > $most) {
                throw Refusal::invalid([new Reason('text.too_long', 'wording.'.Wording::PARTS[$at], ['maximum' => $most])]);
            }
        }

        return [$key, new Wording(...$texts)];
    }

    private function key(string $key): WordingKey
    {
        $read = preg_match('/'.WordingKey::PATTERN.'/D', $key) === 1 ? WordingKey::parse($key) : null;
        if ($read === null || ($read->app !== null && $this->apps->find($read->app) === null)) {
            throw Refusal::notFound();
        }

        return $read;
    }

    private function app(WordingKey $key): ?App
    {
        return $key->app === null ? null : $this->apps->find($key->app);
    }

    /** @return array<string, mixed> */
    private function said(WordingMistake $mistake): array
    {
        return ['part' => $mistake->part, 'line' => $mistake->line, 'column' => $mistake->column, 'code' => $mistake->code, 'message' => $this->words->say(new Reason($mistake->code, $mistake->part, $mistake->parameters))];
    }
}
