<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;

/** What the rules in force ask of an account that exists. */
final readonly class DutyRules
{
    public function __construct(public FieldRules $fields, public string $termsVersion, private DecideFields $decideFields, public \DateTimeImmutable $now, public ?FactorDemand $factors = null)
    {
    }

    /**
     * @param  list<string>|null  $only  the keys of fields to look at; null for all
     * @return list<Owed> in the order people settle them; what was waived is left out, where it can be
     */
    public function owedBy(AccountFacts $account, ?array $only = null): array
    {
        $owed = [];
        if (! $account->emailProven) {
            $owed[] = new Owed(Duty::VerifyEmail, "verify_email:{$account->email}", new Reason('duty.verify_email'));
        }
        if ($account->passwordOwed !== PasswordOwed::Nothing) {
            // Waived once, the next compromised password would be let off as well; and a temporary one runs out all the same.
            $owed[] = new Owed(
                Duty::ChangePassword,
                "change_password:{$account->passwordOwed->value}",
                new Reason("duty.change_password_{$account->passwordOwed->value}"),
                isWaivable: false,
            );
        }
        $factorDue = $this->factorDueOf($account);
        if ($factorDue !== null && $factorDue <= $this->now) {
            $owed[] = new Owed(Duty::AddFactor, 'add_factor', new Reason('duty.add_factor'), isWaivable: false);
        }
        if ($this->termsVersion !== '' && $account->termsAccepted < $this->termsVersion) {
            $owed[] = new Owed(
                Duty::AcceptTerms,
                "accept_terms:{$this->termsVersion}",
                new Reason('duty.accept_terms', null, ['version' => $this->termsVersion]),
            );
        }
        foreach ($account->appKey === null ? [] : $this->fields->owedBy($account->appKey) as $field) {
            $lack = $only === null || in_array($field->key, $only, true) ? $this->lack($field, $account) : null;
            if ($lack !== null) {
                $owed[] = new Owed(Duty::CompleteFields, "complete_fields:{$field->key}", new Reason($lack, $field->path(), ['label' => $field->label]));
            }
        }

        return $account->waived === [] ? $owed : array_values(array_filter(
            $owed,
            static fn (Owed $one): bool => ! $one->isWaivable || ! in_array($one->subject, $account->waived, true),
        ));
    }

    /** @return \DateTimeImmutable|null when the account owes a second factor that it has not, which may be to come; null when never */
    public function factorDueOf(AccountFacts $account): ?\DateTimeImmutable
    {
        return $account->hasFactor || $this->factors === null || $this->factors->isOfNobody()
            ? null
            : $this->factors->dueOf($account->appKey, $account->since ?? $this->now, $account->held);
    }

    /** @return string|null the reason's code, null for a field that holds what it should */
    private function lack(Field $field, AccountFacts $account): ?string
    {
        $value = $account->fields[$field->key] ?? null;

        return match (true) {
            DecideFields::isEmpty($value) => 'duty.complete_fields',
            $this->decideFields->misfit($field, $value, $this->now) !== null => 'duty.mend_fields',
            default => null,
        };
    }
}
