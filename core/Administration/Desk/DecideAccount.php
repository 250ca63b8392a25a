<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Desk;

use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Foundation\Reasons\Mistakes;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Mail\Reach;

/**
 * Whether an operator may make an account of what they typed. Who may sign up by themselves is no matter here: the operator is the one who
 * lets people in whom the form turns away; nor is a field missing that the holder can fill in. Whether the address is taken and the roles are
 * theirs to give, the act looks up.
 */
final readonly class DecideAccount
{
    public function __construct(private Reach $reach, private DecideFields $decideFields)
    {
    }

    /**
     * @param  array<string, Field>  $asked  by the app it is made for
     * @return AccountPlan|non-empty-list<Reason> every mistake, in the order of the form
     */
    public function __invoke(AccountInput $input, array $asked, \DateTimeImmutable $now): AccountPlan|array
    {
        $mistakes = new Mistakes;
        $name = $mistakes->attempt(static fn (): PersonName => PersonName::parse($input->name));
        $email = $mistakes->attempt(static fn (): EmailAddress => EmailAddress::parse($input->email));
        $mistakes->add($email === null ? null : $this->reach->reasonAgainst($email));
        $way = FirstWayIn::tryFrom($input->way);
        $mistakes->add($way === null ? new Reason('account.way_unknown', 'way') : null);
        $mistakes->add($way === FirstWayIn::Typed && $input->password === null ? new Reason('password.required', 'password') : null);
        $typed = array_filter($asked, static fn (Field $field): bool => ! $field->isRetired && $field->kind->isTyped());
        $fields = ($this->decideFields)(array_intersect_key($typed, $input->fields), $input->fields, [], $now);
        $mistakes->add(...$fields->reasons);
        $metadata = $this->metadata($input->metadata, $mistakes);
        $why = trim($input->why);
        if ($input->isVouchedFor || $input->isSuspended || $why !== '') {
            $mistakes->add(...WrittenReason::reasonsAgainst($input->why));
        }
        $reasons = $mistakes->all();
        if ($name === null || $email === null || $way === null || $reasons !== []) {
            assert($reasons !== []);

            return $reasons;
        }

        return new AccountPlan(
            $name,
            $email,
            $way,
            $input->isVouchedFor,
            $why === '' ? null : $why,
            $input->isSuspended,
            array_filter($fields->values, static fn (mixed $value): bool => $value !== null),
            $metadata,
            $input->roles,
            $input->mustChange,
        );
    }

    /**
     * @param  array<string, string>  $typed
     * @return array<string, MetadataDocument>
     */
    private function metadata(array $typed, Mistakes $mistakes): array
    {
        $documents = [];
        foreach (MetadataKind::cases() as $kind) {
            try {
                $document = isset($typed[$kind->value]) ? MetadataDocument::parse($typed[$kind->value]) : MetadataDocument::nothing();
                $documents[$kind->value] = $document;
            } catch (Refused $refused) {
                $mistakes->add(new Reason($refused->reason->code, "metadata.{$kind->value}", $refused->reason->parameters));
            }
        }

        return array_filter($documents, static fn (MetadataDocument $document): bool => ! $document->isEmpty());
    }
}
