<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Contracts\View\Factory;
use Psr\Clock\ClockInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;

/** Renders a message once, when it is queued, so that what is shown is what is sent; seals it and opens it again. */
final readonly class Composition
{
    public function __construct(private Factory $views, private Encrypter $encrypter, private ClockInterface $clock)
    {
    }

    /**
     * @param  string  $kind  a folder of resources/views/mail
     * @param  array<string, mixed>  $variables
     * @return array{subject: string, sealed: string}
     */
    public function compose(string $id, string $kind, string $name, string $recipient, array $variables): array
    {
        $variables = [...$variables, 'name' => $name];
        $subject = trim($this->views->make("mail.{$kind}.subject", $variables)->render());
        $html = $this->views->make("mail.{$kind}.html", $variables)->render();
        $text = $this->views->make("mail.{$kind}.text", $variables)->render();
        $sender = new Address((string) config('kennel.sender.address'), (string) config('kennel.sender.name'));
        $email = (new Email)->from($sender)->to(new Address($recipient, $name))->subject($subject)->date($this->clock->now())->html($html)->text($text);
        // The same at every attempt: a relay or mailbox that gets a message twice can tell.
        $email->getHeaders()->addIdHeader('Message-ID', "{$id}@".explode('@', $sender->getAddress())[1]);
        $email->getHeaders()->addTextHeader('Auto-Submitted', 'auto-generated');

        return ['subject' => $subject, 'sealed' => $this->encrypter->encrypt(['eml' => $email->toString(), 'html' => $html, 'text' => $text])];
    }

    /** @return array{eml: string, html: string, text: string} */
    public function open(string $sealed): array
    {
        /** @var array{eml: string, html: string, text: string} $parts */
        $parts = $this->encrypter->decrypt($sealed);

        return $parts;
    }
}
