<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What makes two spellings of an address one account. */
final readonly class AddressRules
{
    public function __construct(public bool $foldsPlusTags)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self($document->boolean('fold_plus_tags', 'Take jo+news@ and jo@ for one mailbox'));
        $document->nothingElse();

        return $rules;
    }

    /** Two accounts never share one. */
    public function lookupKey(EmailAddress $address): string
    {
        $key = $address->lookupKey();
        if (! $this->foldsPlusTags) {
            return $key;
        }
        $at = (int) strrpos($key, '@');
        $plus = strpos($key, '+');

        // A local part that begins with "+" has no mailbox before it; a quoted one means what it says.
        return $plus === false || $plus === 0 || $plus > $at || $key[0] === '"' ? $key : substr($key, 0, $plus).substr($key, $at);
    }
}
