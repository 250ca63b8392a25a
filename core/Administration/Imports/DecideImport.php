<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Foundation\Reasons\Mistakes;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;

/**
 * Whether a row of another service's accounts can become one here: an address, a name, a hash that can be verified, and whatever else the file
 * has of it. Nobody's password is judged; what was allowed there stays right here. Everything wrong with a row is said at once.
 */
final readonly class DecideImport
{
    private const TEXTS = ['address', 'name', 'given_name', 'family_name', 'hash', 'salt', 'id', 'status', 'status_reason', 'app', 'terms', 'language', 'created', 'seen'];

    /** In characters: as the desk takes it, and as the table holds it. */
    private const LONGEST_REASON = 500;

    private const LONGEST_TERMS = 10;

    public function __construct(private DecideHash $hash, private FieldRules $fields, private DecideFields $decideFields)
    {
    }

    /**
     * @param  array<string, mixed>  $row  by target, as MapRow gives it
     * @return ImportedAccount|non-empty-list<Reason>
     */
    public function __invoke(#[\SensitiveParameter] array $row, ImportPlan $plan, ImportFacts $facts): ImportedAccount|array
    {
        $mistakes = new Mistakes;
        $texts = self::texts($row, $mistakes);
        $now = $facts->now;
        // What is no text is not missing as well.
        $email = ! is_string($row['address'] ?? '') ? null : $mistakes->attempt(static fn (): EmailAddress => EmailAddress::parse($texts['address']));
        $name = ! is_string($row['name'] ?? '') ? null : $mistakes->attempt(static fn (): PersonName => PersonName::parse(self::name($texts)));
        $hash = $mistakes->attempt(fn (): string => $this->hash($texts, $plan));
        $id = $mistakes->attempt(static fn (): ?string => Cell::id($texts['id']));
        $provenAt = $mistakes->attempt(static fn (): ?\DateTimeImmutable => self::provenAt($row, $plan, $now));
        $status = $mistakes->attempt(static fn (): Status => self::status($texts['status'], $provenAt !== null));
        $app = $mistakes->attempt(static fn (): ?string => Cell::among($texts['app'], $facts->apps, new Reason('import.app', 'app', ['value' => mb_substr($texts['app'], 0, 60), 'apps' => $facts->apps])));
        $language = $mistakes->attempt(static fn (): ?string => Cell::among($texts['language'], $facts->languages, new Reason('account.language', 'language', ['languages' => $facts->languages])));
        $mustChange = $mistakes->attempt(static fn (): ?bool => Cell::yesNo($row['must_change'] ?? null, 'must_change'));
        $roles = $mistakes->attempt(static fn (): ?array => self::roles($row, $facts));
        $createdAt = $mistakes->attempt(static fn (): ?\DateTimeImmutable => Cell::moment($texts['created'], 'created', $now));
        $seenAt = $mistakes->attempt(static fn (): ?\DateTimeImmutable => Cell::moment($texts['seen'], 'seen', $now));
        $fields = $this->fields($row, $plan, $now, $mistakes);
        $metadata = $this->metadata($row, $mistakes);
        $reasons = $mistakes->all();
        if ($email === null || $name === null || $hash === null || $status === null || $reasons !== []) {
            return $reasons === [] ? throw new \LogicException('a refusal without a reason') : $reasons;
        }

        return new ImportedAccount(
            $email,
            $name,
            $hash,
            $hash === '' ? '' : HashKind::of($hash),
            $status,
            $app ?? $plan->app,
            $provenAt,
            $mustChange ?? $plan->mustChange,
            $createdAt ?? $now,
            $id,
            trim($texts['status_reason']) === '' ? null : mb_substr(trim($texts['status_reason']), 0, self::LONGEST_REASON),
            $roles,
            mb_substr(trim($texts['terms']), 0, self::LONGEST_TERMS),
            $language,
            $seenAt,
            $fields,
            $metadata,
        );
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<value-of<self::TEXTS>, string> "" for what is not there
     */
    private static function texts(#[\SensitiveParameter] array $row, Mistakes $mistakes): array
    {
        $texts = array_fill_keys(self::TEXTS, '');
        foreach (self::TEXTS as $target) {
            $value = $row[$target] ?? '';
            if (is_string($value)) {
                $texts[$target] = $value;
            } else {
                $mistakes->add(new Reason('import.json_text', $target, ['column' => $target]));
            }
        }

        return $texts;
    }

    /** @param  array<string, string>  $texts */
    private static function name(array $texts): string
    {
        return trim($texts['name']) !== '' ? trim($texts['name']) : trim(trim($texts['given_name']).' '.trim($texts['family_name']));
    }

    /**
     * @param  array<string, string>  $texts
     *
     * @throws Refused
     */
    private function hash(#[\SensitiveParameter] array $texts, ImportPlan $plan): string
    {
        $hash = trim($texts['hash']);

        // An account that is there needs none; whether a new one does, is asked once it is known to be new.
        return $hash === '' && ($plan->allowsNoHash || $plan->existing === 'update') ? '' : ($this->hash)($hash, $texts['salt'], $plan->hashes);
    }

    /**
     * @param  array<string, mixed>  $row
     *
     * @throws Refused
     */
    private static function provenAt(array $row, ImportPlan $plan, \DateTimeImmutable $now): ?\DateTimeImmutable
    {
        if (! array_key_exists('verified', $row)) {
            return $plan->areProven ? $now : null;
        }
        $value = $row['verified'];
        if (is_string($value) && preg_match('/^\s*\d{4}-/', $value) === 1) {
            return Cell::moment($value, 'verified', $now);
        }

        return Cell::yesNo($value, 'verified') === true ? $now : null;
    }

    /** Pending is whoever still has to prove the address, and nobody else. @throws Refused */
    private static function status(string $status, bool $isProven): Status
    {
        $asked = trim($status) === '' ? Status::Active : Status::tryFrom(trim($status));

        return match ($asked) {
            null => throw new Refused(new Reason('import.status', 'status', ['status' => mb_substr($status, 0, 40)])),
            Status::Pending, Status::Active => $isProven ? Status::Active : Status::Pending,
            default => $asked,
        };
    }

    /**
     * @param  array<string, mixed>  $row
     * @return list<string>|null null where the file says nothing of roles
     *
     * @throws Refused
     */
    private static function roles(array $row, ImportFacts $facts): ?array
    {
        if (! array_key_exists('roles', $row)) {
            return null;
        }
        $roles = [];
        foreach (is_array($row['roles']) ? $row['roles'] : [] as $role) {
            $key = is_string($role) ? trim($role) : '';
            if (! isset($facts->roles[$key])) {
                throw new Refused(new Reason('import.role', 'roles', ['role' => mb_substr($key, 0, 60), 'roles' => array_keys($facts->roles)]));
            }
            if (! $facts->roles[$key]) {
                throw new Refused(new Reason('import.role_beyond_authority', 'roles', ['role' => $key]));
            }
            $roles[$key] = $key;
        }

        $excluded = Excluded::reasons($facts->exclusions, array_values($roles), $facts->graph, 'roles');
        if ($excluded !== []) {
            throw new Refused($excluded[0]);
        }

        return array_values($roles);
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<string, bool|int|float|string|list<string>|null>
     */
    private function fields(array $row, ImportPlan $plan, \DateTimeImmutable $now, Mistakes $mistakes): array
    {
        $kept = [];
        foreach ($plan->columns as $column) {
            $field = ImportTargets::field($column->to, $this->fields);
            if ($field === null || ! array_key_exists($column->to, $row)) {
                continue;
            }
            $verdict = ($this->decideFields)([$field->key => $field], [$field->key => $row[$column->to]], [], $now);
            if ($verdict->reasons === []) {
                $kept[$field->key] = $verdict->values[$field->key] ?? null;
            } elseif (! $column->leavesOut) {
                $mistakes->add(...$verdict->reasons);
            }
        }

        return $kept;
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<string, MetadataDocument> those that the row says something of
     */
    private function metadata(array $row, Mistakes $mistakes): array
    {
        $documents = [];
        // Whole documents first, which the file may have single keys beside.
        uksort($row, static fn (string $one, string $other): int => str_contains($one, ':') <=> str_contains($other, ':'));
        foreach ($row as $target => $value) {
            $path = ImportTargets::metadata($target);
            $kind = $path[0] ?? MetadataKind::tryFrom($target)?->value;
            if ($kind === null || $value === null || $value === '') {
                continue;
            }
            try {
                $documents[$kind] = $path === null
                    ? MetadataDocument::parse(is_string($value) ? $value : json_encode($value, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION))
                    : ($documents[$kind] ?? MetadataDocument::nothing())->with($path[1], $value);
            } catch (Refused $refused) {
                $mistakes->add(new Reason($refused->reason->code, $target, $refused->reason->parameters));
            }
        }

        return $documents;
    }
}
