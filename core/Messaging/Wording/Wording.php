<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** The words of one kind of message. Each part is a template. */
final readonly class Wording
{
    public const SUBJECT = 200;

    public const BODY = 20_000;

    /** In the order they are written. */
    public const PARTS = ['subject', 'html', 'text', 'sender_name', 'reply_to'];

    /**
     * @param  string  $text  "" for one that is made of the HTML
     * @param  string  $senderName  "" for the service's
     * @param  string  $replyTo  an address, or "" for none
     */
    public function __construct(public string $subject, public string $html, public string $text = '', public string $senderName = '', public string $replyTo = '')
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        return new self(
            $document->text('subject', self::SUBJECT, 'The subject', '\S'),
            $document->text('html', self::BODY, 'The body as HTML', '\S'),
            $document->text('text', self::BODY, 'The body as text; "" for one made of the HTML'),
            $document->text('sender_name', 100, 'The sender\'s name; "" for the service\'s'),
            $document->text('reply_to', 254, 'Where answers go; "" for nowhere in particular'),
        );
    }

    /** @return array<string, string> by part */
    public function parts(): array
    {
        return array_combine(self::PARTS, [$this->subject, $this->html, $this->text, $this->senderName, $this->replyTo]);
    }
}
