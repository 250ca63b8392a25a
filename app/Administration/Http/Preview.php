<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Disclosure\FieldNames;
use Kennel\App\Directory\Disclosure\HandOut;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Http\AccountResource;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Words;
use Kennel\Core\Directory\Disclosure\AudienceKind;
use Kennel\Core\Directory\Disclosure\Disclosed;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Disclosure\Recipient;
use Kennel\Core\Directory\Disclosure\Verdict;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rules\RuleBook;

/** What one audience is handed of one account, to the byte, and what is left out by which rule. */
final readonly class Preview
{
    /** In the place of a value that whoever looks is not handed themselves: a preview is no way around the rules in force. */
    private const MASK = '(held, and not handed to you)';

    public function __construct(
        private HandOut $handOut,
        private HandedFields $handed,
        private AccountResource $operators,
        private OwnAccountResource $holder,
        private Words $words,
    ) {
    }

    /** @return array{audience: string, body: string, bytes: int, is_exact: bool, door: string|null, left_out: list<array{field: string, label: string, code: string, message: string}>} */
    public function of(Account $account, Recipient $to, RuleBook $book): array
    {
        $disclosed = ($this->handOut)([$account], $to, $book->disclosure)[$account->id];
        $masked = array_values(array_filter(array_keys($disclosed->handed), $this->isHidden(...)));
        $body = Json::write($this->body($account, $to, $book, $disclosed, $masked));

        return [
            'audience' => $to->audience->key(),
            'body' => $body,
            'bytes' => strlen($body),
            'is_exact' => $masked === [],
            'door' => self::door($account, $to, $book),
            'left_out' => array_map(fn (string $key, Verdict $verdict): array => [
                'field' => $key,
                'label' => FieldNames::label(FieldKey::parse($key), $book->fields),
                'code' => $verdict->value,
                'message' => $this->words->say(new Reason($verdict->value, null, ['field' => $key])),
            ], array_keys($disclosed->leftOut), $disclosed->leftOut),
        ];
    }

    /**
     * @param  list<string>  $masked
     * @return array<string, mixed>|object
     */
    private function body(Account $account, Recipient $to, RuleBook $book, Disclosed $disclosed, array $masked): array|object
    {
        if (! $to->audience->kind->knowsBuiltIns()) {
            return (new Disclosed([...$disclosed->handed, ...array_fill_keys($masked, self::MASK)], []))->forAnswer();
        }
        $readable = ReadableFields::by($book->disclosure, $to);
        $whole = $to->audience->kind === AudienceKind::Operators ? $this->operators->wholeFor($account, $readable) : $this->holder->wholeFor($account, $readable);
        $whole['fields'] = array_map(
            static fn (array $field): array => in_array(FieldKey::defined($field['key'])->key(), $masked, true) ? [...$field, 'value' => self::MASK, 'shown' => self::MASK, 'picture' => null] : $field,
            $whole['fields'],
        );
        foreach ($whole['metadata'] ?? [] as $kind => $document) {
            $hidden = array_filter(array_keys((array) $document), static fn (string|int $key): bool => in_array(FieldKey::metadata($kind, (string) $key)->key(), $masked, true));
            $whole['metadata'][$kind] = (object) array_replace((array) $document, array_fill_keys($hidden, self::MASK));
        }

        return $whole;
    }

    /** By the rules in force, whatever is previewed. */
    private function isHidden(string $key): bool
    {
        $field = FieldKey::parse($key);

        return $field->origin !== FieldOrigin::BuiltIn && ! $this->handed->toCaller()->has($field);
    }

    /** @return string|null how it is asked for; null where no door hands it out yet */
    private static function door(Account $account, Recipient $to, RuleBook $book): ?string
    {
        $directories = array_filter($book->disclosure->directories, static fn ($directory): bool => $directory->app === $account->app_key && $directory->readers->key() === $to->audience->key());

        return match (true) {
            $to->audience->kind === AudienceKind::Operators => "/api/v1/accounts/{$account->id}",
            $to->audience->kind === AudienceKind::Holder => '/api/v1/account',
            $directories !== [] => '/api/v1/directory?'.http_build_query(['app' => $account->app_key]),
            default => null,
        };
    }
}
