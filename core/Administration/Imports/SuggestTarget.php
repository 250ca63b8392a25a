<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Directory\Fields\Choice;
use Kennel\Core\Directory\Fields\FieldRules;

/** What a column probably becomes: by what it is called first, then by what is in it. */
final readonly class SuggestTarget
{
    /** What other services call it, as Resemblance writes it. */
    private const CALLED = [
        'address' => ['address', 'email', 'emailaddress', 'mail', 'mailaddress', 'mailadresse', 'useremail'],
        'name' => ['name', 'fullname', 'displayname', 'realname', 'person'],
        'given_name' => ['givenname', 'firstname', 'forename', 'vorname'],
        'family_name' => ['familyname', 'lastname', 'surname', 'nachname'],
        'hash' => ['hash', 'passwordhash', 'password', 'passwd', 'pwd', 'pw', 'pass', 'crypt', 'secret'],
        'salt' => ['salt', 'passwordsalt', 'pwsalt', 'hashsalt'],
        'id' => ['id', 'uuid', 'accountid', 'userid'],
        'status' => ['status', 'state', 'standing'],
        'status_reason' => ['statusreason'],
        'verified' => ['verified', 'verifiedat', 'emailverified', 'emailverifiedat', 'confirmed', 'confirmedat', 'proven'],
        'app' => ['app', 'application'],
        'roles' => ['roles', 'role', 'groups', 'rights', 'rollen'],
        'terms' => ['terms', 'termsversion'],
        'language' => ['language', 'lang', 'locale', 'sprache'],
        'must_change' => ['mustchange', 'mustchangepassword'],
        'created' => ['created', 'createdat', 'registered', 'registeredat', 'joined', 'joinedat', 'membersince', 'signedup', 'since'],
        'seen' => ['seen', 'seenat', 'lastseen', 'lastlogin', 'lastsignin'],
        'own' => ['own'],
        'internal' => ['internal'],
    ];

    private const MOST_VALUES = 50;

    public function __construct(private FieldRules $fields)
    {
    }

    /**
     * @param  list<string>  $samples  texts of it that are not empty
     * @return string|null null where nothing suggests itself
     */
    public function __invoke(string $column, array $samples): ?string
    {
        $target = $this->byName($column) ?? self::byContents($samples) ?? $this->byChoices($samples);
        // An id that is a number is the other service's own affair, and what is no hash is no password.
        $fits = match ($target) {
            'id' => Samples::share($samples, '/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/iD') > 0.9,
            'hash' => $samples === [] || Samples::share($samples, '/^(\$|\{[A-Z0-9]+\}|pbkdf2|[0-9a-f]{32,}$)/i') > 0.4,
            default => true,
        };

        return $fits ? $target : null;
    }

    private function byName(string $column): ?string
    {
        if (ImportTargets::isKnown($column, $this->fields)) {
            return $column;
        }
        $bare = Resemblance::bare($column);
        foreach (self::CALLED as $target => $names) {
            if (in_array($bare, $names, true)) {
                return $target;
            }
        }
        // A table's name stands before its column's, in a join.
        if (preg_match('/^(role|right|group|dut(y|ie)|position)s?\./i', $column) === 1) {
            return 'roles';
        }
        $names = [];
        foreach ($this->fields->all as $key => $field) {
            if (ImportTargets::field("field:{$key}", $this->fields) !== null) {
                $names[$key] = [$field->label];
            }
        }
        $likely = Resemblance::likely($column, $names);

        return $likely === null ? null : "field:{$likely}";
    }

    /**
     * The field whose choices most of the values probably mean.
     *
     * @param  list<string>  $samples
     */
    private function byChoices(array $samples): ?string
    {
        $values = array_slice(array_values(array_unique($samples)), 0, self::MOST_VALUES);
        foreach ($this->fields->all as $key => $field) {
            $choices = array_map(static fn (Choice $choice): array => [$choice->label], $field->choices);
            $meant = array_filter($values, static fn (string $value): bool => Resemblance::likely($value, $choices) !== null);
            if ($choices !== [] && count($meant) > 1 && count($meant) > 0.6 * count($values) && ImportTargets::field("field:{$key}", $this->fields) !== null) {
                return "field:{$key}";
            }
        }

        return null;
    }

    /** @param  list<string>  $samples */
    private static function byContents(array $samples): ?string
    {
        return match (true) {
            Samples::share($samples, '/^[^@\s]+@[^@\s]+\.[^@\s]+$/D') > 0.7 => 'address',
            Samples::share($samples, '/^(\$[0-9a-z]+\$|\{[A-Z0-9]+\})\S{10,}$/iD') > 0.5 => 'hash',
            default => null,
        };
    }
}
