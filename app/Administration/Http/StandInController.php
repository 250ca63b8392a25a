<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Mailboxes;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\StandIn;
use Kennel\App\Messaging\Mail\StandInMode;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Messaging\Mail\Mbox;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The stand-in of a relay: what it holds for whom, and how it behaves. */
final readonly class StandInController
{
    public function __construct(private Caller $caller, private StandIn $standIn, private Mailboxes $mailboxes, private MessageContents $contents)
    {
    }

    public function show(): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::MessagesRead);

        return $this->said();
    }

    public function switch(Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::MessagesSend);
        $body = Body::of($request);
        $mode = StandInMode::tryFrom($body->text('mode') ?? '');
        $body->complete();
        $this->standIn->switchTo($mode ?? throw Refusal::invalid([new Reason('query.choice', 'mode', ['choices' => array_column(StandInMode::cases(), 'value')])]), $operator);

        return $this->said();
    }

    public function mailboxes(Request $request): JsonResponse
    {
        return Json::ok(['items' => $this->mailboxes->all((new Query($request))->text('to', 254))]);
    }

    public function mailbox(Request $request): JsonResponse
    {
        return Json::ok(['items' => array_map(MessageController::row(...), $this->mailboxes->of(self::address($request)))]);
    }

    /** All that was held for somebody, to be opened where one reads mail. What would let its reader in is left out as it is elsewhere. */
    public function mbox(Request $request): StreamedResponse
    {
        $this->caller->requireUnbounded(Permission::MessagesRead);
        $messages = $this->mailboxes->whole(self::address($request));

        return new StreamedResponse(function () use ($messages): void {
            foreach ($messages as $message) {
                if ($message instanceof Message && ! $this->contents->isWithheld($message)) {
                    echo Mbox::entry($this->contents->parts($message)['eml'], (string) config('kennel.sender.address'), Moment::read($message->created_at));
                }
            }
        }, 200, ['Content-Type' => Mbox::TYPE, 'Content-Disposition' => 'attachment; filename="mailbox.mbox"', 'Cache-Control' => 'no-store']);
    }

    /** @throws Refusal when it is missing */
    private static function address(Request $request): string
    {
        return (new Query($request))->text('address', 254) ?? throw Refusal::invalid([new Reason('email.required', 'address')]);
    }

    private function said(): JsonResponse
    {
        return Json::ok(['is_on' => StandIn::isOn(), 'mode' => $this->standIn->mode()->value]);
    }
}
