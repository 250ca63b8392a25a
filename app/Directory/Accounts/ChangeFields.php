<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\Required;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** Writes field values of one account: a holder's own, or an operator's mending. Keys that are not sent stay as they are. */
final readonly class ChangeFields
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Accounts $accounts,
        private FieldValues $values,
        private FieldRules $rules,
        private DecideFields $decide,
        private Pictures $pictures,
        private AuditTrail $audit,
        private MarkComplete $markComplete,
        private OperatorAuthority $authority,
        private HandedFields $handed,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $changes  by key
     * @param  SignedIn  $by  the holder of this very account, or an operator
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function __invoke(string $accountId, array $changes, SignedIn $by, bool $asHolder, SeenVersion $seen, ?string $why = null): Account
    {
        return $this->database->transaction(function () use ($accountId, $changes, $by, $asHolder, $seen, $why): Account {
            $account = $this->accounts->find($accountId) ?? throw Refusal::notFound();
            $seen->require($account->version);
            if (! $asHolder) {
                $this->authority->require($by, $account);
                $this->requireHanded($changes);
            }
            $kept = $this->judge($account, $changes, $asHolder);
            $before = array_intersect_key($this->values->of($account->seq), $kept);
            $this->values->write($account->seq, $kept);
            $this->removeReplacedPictures($before, $kept);
            if ($kept !== []) {
                $this->accounts->touch($account);
                $this->audit->record(
                    'account.fields_changed',
                    $asHolder ? $by->asHolder() : $by->asOperator(),
                    $account->reference(),
                    $this->trail($before + array_fill_keys(array_keys($kept), null)),
                    $this->trail($kept),
                    $why,
                );
            }
            ($this->markComplete)($account);

            return $account;
        });
    }

    /**
     * Who is not handed a field would write over what they cannot see.
     *
     * @param  array<array-key, mixed>  $changes
     */
    private function requireHanded(array $changes): void
    {
        $reasons = $this->handed->toCaller()->reasonsAgainstFields(...array_map(strval(...), array_keys(array_intersect_key($changes, $this->rules->all))));
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
    }

    /**
     * @param  array<array-key, mixed>  $changes
     * @return array<string, bool|int|float|string|list<string>|null>
     */
    private function judge(Account $account, array $changes, bool $asHolder): array
    {
        // Only what is sent is judged: somebody who mends one box is not asked about another.
        $asked = array_filter(
            array_intersect_key($asHolder ? $this->rules->askedBy((string) $account->app_key) : $this->rules->all, $changes),
            static fn (Field $field): bool => ! $field->isRetired && (! $asHolder || $field->isHolders),
        );
        $required = $asHolder ? [Required::AtSignup, Required::BeforeFirstUse] : [];
        $verdict = ($this->decide)($asked, $changes, $required, $this->clock->now());
        $reasons = [...$verdict->reasons, ...$this->foreignPictures($account, $asked, $verdict->values)];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }

        return $verdict->values;
    }

    /**
     * A picture that is no value any more is nobody's: its row and its files go, and its address with them.
     *
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $kept
     */
    private function removeReplacedPictures(array $before, array $kept): void
    {
        foreach ($before as $key => $former) {
            if (is_string($former) && $former !== ($kept[$key] ?? null) && $this->rules->find($key)?->kind === FieldKind::Picture) {
                $this->pictures->remove($former);
            }
        }
    }

    /**
     * @param  array<string, Field>  $asked
     * @param  array<string, mixed>  $values
     * @return list<Reason>
     */
    private function foreignPictures(Account $account, array $asked, array $values): array
    {
        $foreign = array_filter(
            $asked,
            fn (Field $field): bool => $field->kind === FieldKind::Picture && is_string($values[$field->key] ?? null) && ! $this->pictures->belongsTo($values[$field->key], $account->id),
        );

        return array_values(array_map(static fn (Field $field): Reason => FieldReason::of($field, 'picture'), $foreign));
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     */
    private function trail(array $values): array
    {
        return array_map(static fn (mixed $value): mixed => is_array($value) ? implode(', ', $value) : $value, $values);
    }
}
