<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Kennel\App\Credentials\Sessions\SessionsUnder;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\AccountStream;
use Kennel\App\Directory\Accounts\LookupKeys;
use Kennel\App\Directory\Disclosure\FieldNames;
use Kennel\App\Directory\Disclosure\GrantedAccounts;
use Kennel\App\Policy\AudienceNames;
use Kennel\App\Policy\Rules\MakeJudge;
use Kennel\App\Registration\Signup\SignupFigures;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Apps\SigninWay;
use Kennel\Core\Directory\Disclosure\GrantChange;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Impact\Compare;
use Kennel\Core\Policy\Impact\Finding;
use Kennel\Core\Policy\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** Runs a draft over the accounts there are and the last thirty days' sign-ups. */
final readonly class Impact
{
    private const DAYS = 30;

    /** By what a session was proven: of which way that is. */
    private const WAY_OF = ['password' => 'password', 'mail_link' => 'mail', 'mail_code' => 'mail', 'passkey' => 'passkey', 'provider' => 'provider'];

    public function __construct(
        private Accounts $records,
        private AccountStream $accounts,
        private SignupFigures $figures,
        private LookupKeys $lookupKeys,
        private MakeJudge $judges,
        private GrantedAccounts $granted,
        private SessionsUnder $sessions,
        private ClockInterface $clock,
    ) {
    }

    public function total(): int
    {
        return $this->records->countAll();
    }

    /**
     * @param  int  $from  -1 for the beginning, or what came with the last chunk
     * @return \Generator<int, array{accounts: int, findings: list<array{account: string|null, finding: Finding, times?: int}>}> a chunk's findings and
     *                                                                                                               how many accounts it was
     */
    public function of(RuleBook $before, RuleBook $after, int $from = -1): \Generator
    {
        [$judgeBefore, $judgeAfter] = [$this->judges->of($before), $this->judges->of($after)];
        $compare = new Compare($judgeBefore, $judgeAfter);
        if ($from < 0) {
            yield 0 => [
                'accounts' => 0,
                'findings' => [
                    ...$this->disclosed($before, $after),
                    ...$this->collisions($after),
                    ...$this->sessions($before, $after),
                    ...$this->pastSignups($compare),
                    ...$this->pastPasswords($judgeBefore->passwordRules()->minimum, $judgeAfter->passwordRules()->minimum),
                ],
            ];
        }
        foreach ($this->accounts->chunks(max(0, $from)) as $last => $chunk) {
            $findings = [];
            foreach ($chunk as $id => $facts) {
                foreach ($compare->onAccount($facts) as $finding) {
                    $findings[] = ['account' => (string) $id, 'finding' => $finding];
                }
            }
            yield $last => ['accounts' => count($chunk), 'findings' => $findings];
        }
    }

    /** @return list<array{account: string|null, finding: Finding, times?: int}> */
    private function disclosed(RuleBook $before, RuleBook $after): array
    {
        $findings = [];
        foreach (GrantChange::between($before->disclosure, $after->disclosure) as $change) {
            ['count' => $count, 'ids' => $ids] = $this->granted->of($change, $before->disclosure, $after->disclosure, ImpactCounts::LISTED);
            $finding = new Finding($change->begins ? Finding::HANDED_OUT : Finding::KEPT_BACK, new Reason(
                $change->begins ? 'disclosure.begins' : 'disclosure.ceases',
                "disclosure.fields.{$change->field->key()}.grants.{$change->audience->key()}",
                ['audience' => AudienceNames::of($change->audience, $after), 'label' => FieldNames::label($change->field, $after->fields)],
            ));
            foreach ($ids as $id) {
                $findings[] = ['account' => $id, 'finding' => $finding];
            }
            if ($count > count($ids)) {
                $findings[] = ['account' => null, 'finding' => $finding, 'times' => $count - count($ids)];
            }
        }

        return $findings;
    }

    /**
     * Sessions that would be over under the draft, and people who are signed in by a way that their app would offer no more.
     *
     * @return list<array{account: string|null, finding: Finding}>
     */
    private function sessions(RuleBook $before, RuleBook $after): array
    {
        $gone = self::waysGone($before, $after);
        if ($gone === [] && serialize($before->sessions) === serialize($after->sessions)) {
            return [];
        }
        $findings = [];
        foreach ($this->sessions->all($after->sessions) as $one) {
            if ($one['ends']) {
                $findings[] = ['account' => $one['account'], 'finding' => new Finding(Finding::SESSION_ENDS, new Reason('session.limits', 'sessions'))];
            }
            if (in_array(self::WAY_OF[$one['proven_by']] ?? '', $gone[$one['app'] ?? ''] ?? [], true)) {
                $findings[] = ['account' => $one['account'], 'finding' => new Finding(Finding::WAY_GONE, new Reason('signin.way_gone', "apps.{$one['app']}.ways"))];
            }
        }

        return $findings;
    }

    /** @return array<string, list<string>> ways and providers that an app offers now and would not, by app */
    private static function waysGone(RuleBook $before, RuleBook $after): array
    {
        $offered = static fn (?AppRules $app): array => $app === null ? [] : [...array_map(static fn (SigninWay $way): string => $way->value, $app->ways), ...$app->providers === [] ? [] : ['provider']];
        $gone = [];
        foreach ($before->apps as $key => $app) {
            $gone[$key] = array_values(array_diff($offered($app), $offered($after->apps[$key] ?? null)));
        }

        return array_filter($gone);
    }

    /** @return list<array{account: string|null, finding: Finding}> */
    private function collisions(RuleBook $after): array
    {
        $findings = [];
        foreach ($this->lookupKeys->collisions($after->addresses) as $accounts) {
            $reason = new Reason('rules.collision_of', 'addresses.fold_plus_tags', ['named' => array_column($accounts, 'email')]);
            $findings[] = ['account' => $accounts[count($accounts) - 1]['id'], 'finding' => new Finding(Finding::COLLISION, $reason)];
        }

        return $findings;
    }

    /** @return list<array{account: null, finding: Finding}> */
    private function pastSignups(Compare $compare): array
    {
        $findings = [];
        foreach ($this->figures->verdictsSince($this->since()) as $row) {
            foreach ($compare->onPastSignup($row->app_key, $row->domain, $row->reasons) as $finding) {
                $findings[] = [
                    'account' => null,
                    'finding' => new Finding(
                        $finding->kind,
                        new Reason($finding->reason->code, $finding->reason->field, ['app' => $row->app_key, 'domain' => $row->domain, 'day' => $row->day]),
                    ),
                ];
            }
        }

        return $findings;
    }

    /** @return list<array{account: null, finding: Finding}> one for each accepted password that would be too short */
    private function pastPasswords(int $before, int $after): array
    {
        $findings = [];
        foreach ($after <= $before ? [] : $this->figures->shorterThan($after, $this->since()) as $row) {
            $finding = new Finding(
                Finding::PAST_REFUSED,
                new Reason('password.too_short', 'password', ['app' => $row->app_key, 'day' => $row->day, 'minimum' => $after, 'length' => (int) $row->detail]),
            );
            for ($count = 0; $count < $row->tally; $count++) {
                $findings[] = ['account' => null, 'finding' => $finding];
            }
        }

        return $findings;
    }

    private function since(): string
    {
        return $this->clock->now()->modify('-'.self::DAYS.' days')->format('Y-m-d');
    }
}
