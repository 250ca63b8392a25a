<?php

declare(strict_types=1);

namespace Kennel\App\Disclosure;

use Kennel\App\Accounts\Account;
use Kennel\Core\Disclosure\Disclose;
use Kennel\Core\Disclosure\Disclosed;
use Kennel\Core\Disclosure\DisclosureRules;
use Kennel\Core\Disclosure\Recipient;

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
        $disclose = new Disclose($rules);
        $agreed = $this->consents->ofAll(array_column($accounts, 'id'), $rules);
        $handed = [];
        foreach ($this->held->ofAll($accounts) as $id => $held) {
            $handed[$id] = $disclose($held, $to, $agreed[$id] ?? []);
        }

        return $handed;
    }
}
