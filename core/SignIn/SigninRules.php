<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** Links and codes that sign in. Which apps offer them is a rule of each app. */
final readonly class SigninRules
{
    private const LONGEST = 3_600;

    public function __construct(public Duration $mailLifetime, public Duration $mailCoolDown)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->duration('mail_lifetime', 'How long a mailed link or code signs in'),
            $document->duration('mail_cool_down', 'How long nobody is sent another', mayBeNothing: true),
        );
        $document->nothingElse();
        if ($rules->mailLifetime->seconds > self::LONGEST) {
            throw $document->mistake('mail_lifetime', 'must be at most an hour: whoever reads the mailbox later could sign in');
        }

        return $rules;
    }
}
