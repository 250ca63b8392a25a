<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Foundation\Permissions\Permission;

/** Decides what of an account goes out. The one place that does: every door that hands out accounts asks here. */
final readonly class Disclose
{
    public function __construct(private DisclosureRules $rules)
    {
    }

    /**
     * @param  array<string, mixed>  $held  by the key of the field; what is not held is not in it
     * @param  list<string>  $consents  what the holder has agreed to, as consentTo() writes it
     */
    public function __invoke(array $held, Recipient $to, array $consents = []): Disclosed
    {
        [$handed, $leftOut] = [[], []];
        foreach ($held as $key => $value) {
            $verdict = $this->verdict(FieldKey::parse($key), $to, in_array(self::consentTo($key, $to->audience), $consents, true));
            if ($verdict === Verdict::Handed) {
                $handed[$key] = $value;
            } else {
                $leftOut[$key] = $verdict;
            }
        }

        return new Disclosed($handed, $leftOut);
    }

    public function verdict(FieldKey $field, Recipient $to, bool $hasConsent = false): Verdict
    {
        if ($field->origin === FieldOrigin::BuiltIn && $to->audience->kind->knowsBuiltIns()) {
            return $to->audience->kind === AudienceKind::Holder || $to->permissions->allows(Permission::AccountsRead->value) ? Verdict::Handed : Verdict::NeedsPermission;
        }
        $grant = $this->rules->grant($field, $to->audience);

        return match (true) {
            $grant === null => $this->rules->isClassified($field) ? Verdict::KeptBack : Verdict::Unclassified,
            $grant->permission !== '' && ! $to->permissions->allows($grant->permission) => Verdict::NeedsPermission,
            $grant->needsConsent && ! $hasConsent => Verdict::NeedsConsent,
            default => Verdict::Handed,
        };
    }

    /** What a holder agrees to: that one audience is handed one field. */
    public static function consentTo(string $field, Audience $audience): string
    {
        return "{$audience->key()} {$field}";
    }
}
