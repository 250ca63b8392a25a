<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Messaging\Wording\Wordings;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\Rendered;
use Psr\Clock\ClockInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;

/** Renders a message once, when it is queued, so that what is shown is what is sent; seals it and opens it again. */
final readonly class Composition
{
    public function __construct(private Wordings $wordings, private Encrypter $encrypter, private ClockInterface $clock)
    {
    }

    /**
     * @param  array<string, mixed>  $values  by variable, beside "name", "address" and "app"
     * @param  string  $replyTo  where answers go if the wording does not say; "" for nowhere in particular
     * @return array{subject: string, sealed: string}
     */
    public function compose(string $id, MessageKind $kind, ?App $app, string $language, string $name, string $recipient, array $values, string $replyTo = ''): array
    {
        $wording = $this->wordings->of($kind, $app?->key, $language);

        return $this->write($id, $this->wordings->render($kind, $wording, $app, $language, [...$values, 'name' => $name, 'address' => $recipient, 'app' => Wordings::nameOf($app)]), $name, $recipient, $replyTo);
    }

    /** @return array{subject: string, sealed: string} */
    public function write(string $id, Rendered $said, string $name, string $recipient, string $replyTo = ''): array
    {
        $sender = new Address((string) config('kennel.sender.address'), $said->senderName === '' ? (string) config('kennel.sender.name') : $said->senderName);
        $email = (new Email)->from($sender)->to(new Address($recipient, $name))->subject($said->subject)->date($this->clock->now())->html($said->html)->text($said->text);
        $replyTo = $said->replyTo === '' ? $replyTo : $said->replyTo;
        if ($replyTo !== '') {
            $email->replyTo(new Address($replyTo));
        }
        // The same at every attempt: a relay or mailbox that gets a message twice can tell.
        $email->getHeaders()->addIdHeader('Message-ID', "{$id}@".explode('@', $sender->getAddress())[1]);
        $email->getHeaders()->addTextHeader('Auto-Submitted', 'auto-generated');

        return ['subject' => $said->subject, 'sealed' => $this->encrypter->encrypt(['eml' => $email->toString(), 'html' => $said->html, 'text' => $said->text])];
    }

    /** @return array{subject: string, sealed: string} the subject is how it begins, as a list shows it */
    public function writeText(string $text): array
    {
        $line = trim((string) preg_replace('/\s+/u', ' ', $text));

        return ['subject' => mb_strlen($line) > 60 ? mb_substr($line, 0, 59).'…' : $line, 'sealed' => $this->encrypter->encrypt(['eml' => '', 'html' => '', 'text' => $text])];
    }

    /** @return array{eml: string, html: string, text: string} */
    public function open(string $sealed): array
    {
        /** @var array{eml: string, html: string, text: string} $parts */
        $parts = $this->encrypter->decrypt($sealed);

        return $parts;
    }
}
