<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Fields;

use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Disclosure\Recipient;
use Kennel\Core\Foundation\Permissions\PermissionSet;

/** Which fields and keys of metadata are handed to whom, by the rules in force. */
final readonly class HandedFields
{
    public function __construct(private Caller $caller, private DisclosureRules $rules)
    {
    }

    /** To the operator who asks. */
    public function toCaller(): ReadableFields
    {
        return $this->toOperator($this->caller->permissions());
    }

    /** To an operator who asked once, and may as much now. */
    public function toOperator(PermissionSet $permissions): ReadableFields
    {
        return $this->to(Recipient::operator($permissions));
    }

    public function toHolder(): ReadableFields
    {
        return $this->to(Recipient::of(Audience::holder()));
    }

    private function to(Recipient $recipient): ReadableFields
    {
        return ReadableFields::by($this->rules, $recipient);
    }
}
