<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** Which audience is handed which field. What is not listed is handed to nobody. */
final readonly class DisclosureRules
{
    /**
     * @param  array<string, array<string, Grant>>  $fields  by the key of the field and that of the audience; a field with no grants was looked at, and is nobody's
     * @param  array<string, Directory>  $directories  by app
     */
    private function __construct(public array $fields, public array $directories)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $section): self
    {
        $rules = new self(
            $section->keyed('fields', ['key' => BuiltIn::Name->value, 'grants' => []], self::grants(...), 'Who is handed what of an account; what is not listed is handed to nobody'),
            $section->keyed('directories', Directory::EXAMPLE, Directory::read(...), 'Lists of accounts that others than operators can read'),
        );
        $section->nothingElse();

        return $rules;
    }

    /** Somebody has said who is handed it, be it nobody. What every account has is known from the first: it is for whoever is named, and for nobody else. */
    public function isClassified(FieldKey $field): bool
    {
        return $field->origin === FieldOrigin::BuiltIn || $this->listing($field) !== null;
    }

    public function grant(FieldKey $field, Audience $audience): ?Grant
    {
        return $this->listing($field)[$audience->key()] ?? null;
    }

    /** @return array<string, Grant>|null by audience; null where nobody has looked at the field */
    public function listing(FieldKey $field): ?array
    {
        return $this->fields[$field->key()] ?? $this->fields[$field->rest() ?? ''] ?? null;
    }

    /** @return list<string> apps that are named by a grant or a directory */
    public function apps(): array
    {
        $apps = array_keys($this->directories);
        foreach ($this->fields as $grants) {
            foreach ($grants as $grant) {
                $apps[] = (string) $grant->audience->app;
            }
        }

        return array_values(array_unique(array_filter($apps, static fn (string $app): bool => $app !== '')));
    }

    /**
     * @return array<string, Grant> by audience
     *
     * @throws InvalidRuleBook
     */
    private static function grants(Document $document): array
    {
        $written = $document->text('key', FieldKey::LONGEST, 'The field: one that every account has, "field:" and a key, or "own:" or "internal:" and a key of metadata', FieldKey::PATTERN);
        try {
            $field = FieldKey::listed($written);
        } catch (\InvalidArgumentException $error) {
            throw $document->mistake('key', $error->getMessage());
        }
        $grants = $document->keyed('grants', Grant::EXAMPLE, Grant::read(...), 'The audiences that are handed it; none for nobody');
        $document->nothingElse();
        foreach ($grants as $audience => $grant) {
            if ($field->origin === FieldOrigin::BuiltIn && $grant->audience->kind->knowsBuiltIns()) {
                throw $document->mistake("grants.{$audience}", 'need not be listed: operators who may see accounts, and holders, have what every account has');
            }
            if ($field->asBuiltIn()?->mayLeaveTheDesk() === false) {
                throw $document->mistake("grants.{$audience}", 'cannot be: how a password is stored is for operators and its holder');
            }
        }

        return $grants;
    }
}
