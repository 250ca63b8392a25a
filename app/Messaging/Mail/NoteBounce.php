<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Connection;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Messaging\Mail\BounceReport;
use Kennel\Core\Messaging\Mail\UnreadableBounce;
use Psr\Clock\ClockInterface;

/** Takes in what another server says became of a message. The same report twice changes nothing the second time. */
final readonly class NoteBounce
{
    public function __construct(
        private Connection $database,
        private Messages $messages,
        private Suppressions $suppressions,
        private AuditTrail $audit,
        private EvidenceLog $evidence,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param  Sight|null  $sight  of the operator who hands it in; null for a program of this machine
     * @return list<array{message: Message, action: string, status: string, suppressed: bool}>
     *
     * @throws Refusal for what is no report, and for one of no message of ours
     */
    public function __invoke(string $source, Actor $by, ?Sight $sight = null): array
    {
        try {
            $reports = BounceReport::read($source);
        } catch (UnreadableBounce $unreadable) {
            throw Refusal::invalid([new Reason($unreadable->reason)]);
        }

        return $this->database->transaction(function () use ($reports, $by, $sight): array {
            $noted = [];
            foreach ($reports as $report) {
                $message = $this->messageOf($report, $sight);
                if ($message !== null) {
                    $noted[] = ['message' => $message, 'action' => $report->action, 'status' => $report->status, 'suppressed' => $this->note($message, $report, $by)];
                }
            }

            return $noted === [] ? throw Refusal::invalid([new Reason('bounce.no_message')]) : $noted;
        });
    }

    /** Ours by its Message-ID, and sent to just that address: a report can speak of no other. */
    private function messageOf(BounceReport $report, ?Sight $sight): ?Message
    {
        $id = explode('@', (string) $report->messageId)[0];
        $message = $id === '' ? null : Message::query()->where('id', $id)->first();

        return $message !== null && mb_strtolower($message->recipient) === mb_strtolower($report->recipient) && $sight?->includes($message->account_id) !== false ? $message : null;
    }

    /** @return bool whether nothing is sent to the address from now on */
    private function note(Message $message, BounceReport $report, Actor $by): bool
    {
        // Most servers say the number in their words as well.
        $said = mb_substr(str_contains($report->said, $report->status) ? $report->said : trim("{$report->status} {$report->said}"), 0, 300);
        if ($message->state === MessageState::Sent && $report->isGivenUp()) {
            $message->fill(['state' => MessageState::Bounced, 'last_error' => $said, 'settled_at' => Moment::write($this->clock->now())])->save();
            $this->messages->noteEvent($message, 'bounced', $said);
            $this->audit->record('message.bounced', $by, null, ['state' => 'sent'], ['state' => 'bounced'], record: 'message');
            $this->evidence->append('message', "Bounced: {$message->subject}", $this->messages->evidenceOf($message), $message->account_id);
            if ($report->isHard()) {
                $this->suppressions->add($message->recipient, $said, $message->account_id);
            }
        } elseif ($message->state === MessageState::Sent && $report->action === 'delayed') {
            $this->messages->noteEvent($message, 'delayed', $said);
        }

        return $this->suppressions->of($message->recipient) !== null;
    }
}
