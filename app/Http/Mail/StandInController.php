<?php

declare(strict_types=1);

namespace Kennel\App\Http\Mail;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Http\Protocol\Body;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Mail\Mailboxes;
use Kennel\App\Mail\Message;
use Kennel\App\Mail\StandIn;
use Kennel\App\Mail\StandInMode;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Mail\Mbox;
use Kennel\Core\Reasons\Reason;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The stand-in of a relay: what it holds for whom, and how it behaves. */
final readonly class StandInController
{
    public function __construct(private Caller $caller, private StandIn $standIn, private Mailboxes $mailboxes, private MessageContents $contents)
    {
    }

    public function show(): JsonResponse
    {
        $this->caller->requireUnbounded('kennel:messages.read');

        return $this->said();
    }

    public function switch(Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded('kennel:messages.send');
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
        $this->caller->requireUnbounded('kennel:messages.read');
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
