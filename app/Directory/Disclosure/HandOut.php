<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Kennel\App\Directory\Accounts\Account;
use Kennel\Core\Directory\Disclosure\Disclose;
use Kennel\Core\Directory\Disclosure\Disclosed;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\Recipient;

/** What of accounts goes to one recipient. */
final readonly class HandOut
{
    public function __construct(private HeldFields $held, private Consents $consents)
    {
    }

    /**
     * @param  list<Account>  $accounts
     * @param  DisclosureRules  $rules  those in force, or a draft's
     * @return array<string, Disclosed> by account
     */
    public function __invoke(array $accounts, Recipient $to, DisclosureRules $rules): array
    {
        $agreed = $this->consents->ofAll(array_column($accounts, 'id'), $rules);

        return self::decided($this->held->ofAll($accounts), $to, $rules, $agreed);
    }

    /**
     * Of one account, and of its fields some alone: what is not asked for is not read.
     *
     * @param  list<FieldKey>  $asked  of metadata its kind alone counts: what of it is handed out is decided key by key
     * @return array<string, mixed> by the key of the field
     */
    public function some(Account $account, Recipient $to, DisclosureRules $rules, array $asked): array
    {
        $needsConsent = array_filter($asked, static fn (FieldKey $field): bool => $rules->grant($field, $to->audience)?->needsConsent === true) !== [];
        $agreed = $needsConsent ? $this->consents->ofAll([$account->id], $rules) : [];

        return self::decided([$account->id => $this->held->some($account, $asked)], $to, $rules, $agreed)[$account->id]->handed;
    }

    /**
     * @param  array<string, array<string, mixed>>  $held  by account and key
     * @param  array<string, list<string>>  $agreed  by account
     * @return array<string, Disclosed> by account
     */
    private static function decided(array $held, Recipient $to, DisclosureRules $rules, array $agreed): array
    {
        $disclose = new Disclose($rules);
        $handed = [];
        foreach ($held as $id => $fields) {
            $handed[$id] = $disclose($fields, $to, $agreed[$id] ?? []);
        }

        return $handed;
    }
}
