<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Http;

use Kennel\App\Credentials\Challenges\ChallengeList;
use Kennel\App\Credentials\Passwords\Census;
use Kennel\App\Directory\Disclosure\FieldNames;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Pulses\Silence;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Policy\Cases\Cases;
use Kennel\App\Registration\Invitations\Invitations;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Policy\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** "Needs you": what the data says an operator should look at. An item disappears when it is settled, not when it is dismissed. */
final readonly class Needs
{
    /** Refused sign-ins in a day above which somebody is probably guessing. */
    private const GUESSING = 50;

    /** So far whoever is concerned is counted. */
    private const COUNTED = 1_000;

    /** So many are called by name. */
    private const NAMED = 3;

    public function __construct(
        private Messages $messages,
        private Invitations $invitations,
        private Census $census,
        private ChallengeList $challenges,
        private Strangers $strangers,
        private Cases $cases,
        private RulesInForce $rules,
        private Silence $silence,
        private Assignments $assignments,
        private FieldNames $fieldNames,
        private ClockInterface $clock,
    ) {
    }

    /** @return list<array{code: string, count: int, said: string|null}> the console has the words and the way to each; "said" is what another service answered, or which roles are meant */
    public function all(): array
    {
        $kinds = $this->census->kinds();
        $refused = $this->strangers->countSince('session.refused', $this->clock->now()->modify('-24 hours'));
        $states = $this->messages->countByState();
        $counts = [
            'workers.silent' => count($this->silence->fallen()),
            'mail.failed' => $states['failed'] ?? 0,
            'mail.bounced' => $states['bounced'] ?? 0,
            'invitations.lapsing' => $this->invitations->countAll()['lapsing'],
            'signin.guessing' => $refused >= self::GUESSING ? $refused : 0,
            'verification.lapsed' => $this->challenges->countLapsed(),
            'rules.cases_fail' => count($this->cases->failing(RuleBook::fromArray($this->rules->document()))),
            'passwords.stranded' => array_sum(array_column(array_filter($kinds, static fn (array $kind): bool => ! $kind['is_verifiable']), 'accounts')),
            'passwords.below_rule' => array_sum(array_column(array_filter($kinds, static fn (array $kind): bool => ! $kind['is_current']), 'accounts')),
        ];
        $overgrown = $this->assignments->overgrown(self::COUNTED);
        $counts['roles.overgrown'] = $overgrown['accounts'];
        $book = RuleBook::fromArray($this->rules->document());
        $unclassified = array_map(static fn (FieldKey $field): string => FieldNames::label($field, $book->fields), $this->fieldNames->unclassified($book->fields, $book->disclosure));
        $counts['disclosure.unclassified'] = count($unclassified);
        $needs = [];
        foreach ($counts as $code => $count) {
            if ($count > 0) {
                $needs[] = ['code' => $code, 'count' => $count, 'said' => match ($code) {
                    'mail.failed' => $this->messages->lastError(),
                    'roles.overgrown' => implode(', ', $overgrown['roles']),
                    'disclosure.unclassified' => implode(', ', array_slice($unclassified, 0, self::NAMED)),
                    default => null,
                }];
            }
        }

        return $needs;
    }
}
