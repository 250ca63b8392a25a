<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Cases\Cases;
use Kennel\App\Policy\Cases\SavedCase;
use Kennel\App\Policy\Rules\RuleRevision;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Policy\Cases\SignupCase;
use Kennel\Core\Registration\Signup\SignupInput;

/** The network's rule book: how it came to be what it is, and the cases that guard it. */
final readonly class Book
{
    private const DAY = 86_400;

    public function __construct(private RulesInForce $rules, private Cases $cases)
    {
    }

    /** @param  \Closure(string, list<array<string, mixed>>): void  $insert */
    public function write(SeededEntropy $entropy, \DateTimeImmutable $start, \Closure $insert): void
    {
        $rows = [];
        foreach ($this->history() as [$daysAgo, $by, $why, $document]) {
            $rows[] = [
                'document' => RulesInForce::write($document),
                'digest' => RulesInForce::digest($document),
                'published_by' => $by,
                'why' => $why,
                'overruled' => null,
                'published_at' => Scenario::moment($start, $daysAgo * self::DAY),
            ];
        }
        $insert(RuleRevision::class, $rows);
        $this->rules->forget();
        $at = Scenario::moment($start, 30 * self::DAY);
        $insert(SavedCase::class, array_map(fn (SignupCase $case): array => [
            'id' => $entropy->uuid($start->modify('-30 days')),
            ...$this->cases->sealed($case),
            'expected' => json_encode($case->expected, JSON_THROW_ON_ERROR),
            'saved_by' => 'Oriel Vance',
            'saved_at' => $at,
        ], $this->savedCases()));
    }

    /** @return list<array{int, string, string, array<string, mixed>}> days ago, by whom, why, the document; oldest first */
    private function history(): array
    {
        $shipped = config('rules');
        // What a machine measured, or a test set, is not the network's to choose.
        $now = array_replace(require __DIR__.'/rules.php', ['hashing' => $shipped['hashing']]);
        $apps = array_replace($now, ['fields' => [], 'signup' => array_replace($now['signup'], ['refused_domains' => [], 'refuse_throwaway' => false, 'terms' => ['version' => '', 'text' => '']])]);
        $terms = array_replace($apps, ['signup' => array_replace($apps['signup'], ['terms' => ['version' => '2024-05-01', 'text' => 'You enter what you saw, when you saw it. You never enter the water for a reading.']])]);
        $fields = array_replace($terms, ['fields' => $now['fields']]);
        $refused = array_replace($fields, ['signup' => array_replace($fields['signup'], ['refused_domains' => $now['signup']['refused_domains'], 'refuse_throwaway' => true])]);

        return [
            [410, 'Maren Thistlewood', 'Our three apps', $apps],
            [360, 'Maren Thistlewood', 'First written terms', $terms],
            [210, 'Oriel Vance', 'Reaches and training, asked before first use', $fields],
            [96, 'Kofi Mensah-Reed', 'Forty accounts from throw-away mailboxes last week', $refused],
            [41, 'Maren Thistlewood', 'The committee\'s new terms', $now],
        ];
    }

    /** @return list<SignupCase> */
    private function savedCases(): array
    {
        $good = ['name' => 'Ngozi Adeyemi-Holt', 'email' => 'ngozi@post.example', 'password' => 'slow green otters swim', 'terms' => '2026-09-03', 'app' => 'gaugebook'];
        $case = static function (string $name, array $change, array $expected = []) use ($good): SignupCase {
            $input = array_replace($good, $change);

            return new SignupCase($name, $input['app'], new SignupInput($input['name'], $input['email'], new Secret($input['password']), [], $input['terms']), $expected);
        };

        return [
            $case('Somebody ordinary', []),
            $case('A name in another script, with a joiner', ['name' => 'سارا می‌خواهم', 'email' => 'sara@post.example']),
            $case('A name of one letter', ['name' => 'O']),
            $case('A domain in its own script', ['email' => 'jo@bächlein.example']),
            $case('A tag in the address', ['email' => 'ngozi+river@post.example']),
            $case('A passphrase with spaces and accents', ['password' => 'Flüsse fließen früh']),
            $case('A password from a manager, 40 characters', ['password' => 'q8#Vt2!mZp4^Ld9@Xc7&Rw1*Kf6%Hj3$Bn5+Gs0=']),
            $case('A password that is tried first', ['password' => 'passwordpassword'], ['password.common']),
            $case('The address as password', ['password' => 'ngozi@post.example'], ['password.is_address']),
            $case('One character too few', ['password' => 'eleven chrs'], ['password.too_short']),
            $case('A slip in the address', ['email' => 'ngozi@post,example'], ['email.domain_invalid']),
            $case('A domain that was refused by hand, under a subdomain', ['email' => 'ngozi@mail.spillway.test'], ['email.domain_refused']),
            $case('Last year\'s terms', ['terms' => '2024-05-01'], ['terms.other_version']),
            $case('Kitloft: a member, under a subdomain', ['app' => 'kitloft', 'email' => 'ngozi@upper.alderwend.example']),
            $case('Kitloft: a stranger', ['app' => 'kitloft'], ['email.domain_not_listed']),
            $case('Floodline: nobody by themselves', ['app' => 'floodline'], ['signup.invited_only']),
        ];
    }
}
