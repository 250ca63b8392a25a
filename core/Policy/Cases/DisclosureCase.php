<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Cases;

use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\AudienceKind;
use Kennel\Core\Directory\Disclosure\Disclose;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\Recipient;
use Kennel\Core\Directory\Disclosure\Verdict;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Permissions\PermissionSet;
use Kennel\Core\Policy\Impact\Judge;

/** Whether an audience is handed a field, kept to be held against every draft: handed out, or left out by exactly this rule. */
final readonly class DisclosureCase
{
    /** @param  list<string>  $expected  the code of the rule it is left out by; none means handed out */
    public function __construct(public string $name, public FieldKey $field, public Audience $audience, public array $expected)
    {
    }

    public function run(Judge $judge): CaseResult
    {
        $verdict = $this->verdict($judge);

        return new CaseResult($verdict, $verdict === $this->expected);
    }

    /** @return list<string> of operators, for one who may see accounts and nothing else */
    public function verdict(Judge $judge): array
    {
        $to = $this->audience->kind === AudienceKind::Operators ? Recipient::operator(new PermissionSet([Permission::AccountsRead->value])) : Recipient::of($this->audience);
        $verdict = (new Disclose($judge->disclosure()))->verdict($this->field, $to);

        return $verdict === Verdict::Handed ? [] : [$verdict->value];
    }
}
