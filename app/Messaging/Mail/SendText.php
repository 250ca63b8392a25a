<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Connection;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Fields\PhoneNumbers;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Messaging\Mail\TextParts;

/** An operator tries the way of text messages: one text to one telephone. */
final readonly class SendText
{
    /** What one text may cost. */
    private const MOST_PARTS = 6;

    public function __construct(private Connection $database, private Messages $messages, private PhoneNumbers $numbers)
    {
    }

    /** @throws Refusal for what is no number, and for no text or too long a one */
    public function __invoke(string $to, string $text, SignedIn $operator): Message
    {
        $number = $this->numbers->e164($to, '');
        $reasons = array_values(array_filter([
            $number === null ? new Reason('text.number', 'to') : null,
            trim($text) === '' ? new Reason('text.empty', 'text') : null,
            TextParts::of($text)->parts > self::MOST_PARTS ? new Reason('text.too_many_parts', 'text', ['maximum' => self::MOST_PARTS, 'parts' => TextParts::of($text)->parts]) : null,
        ]));
        if ($number === null || $reasons !== []) {
            throw Refusal::invalid($reasons);
        }

        return $this->database->transaction(fn (): Message => $this->messages->queueText($number, $text, $operator));
    }
}
