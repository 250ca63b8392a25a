<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Registration\Signup;

use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Directory\Accounts\TermsRules;
use Kennel\Core\Directory\Apps\Admission;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Apps\DomainList;
use Kennel\Core\Directory\Apps\Look;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Messaging\Mail\Reach;
use Kennel\Core\Registration\Signup\BotRules;
use Kennel\Core\Registration\Signup\DecideSignup;
use Kennel\Core\Registration\Signup\DomainPolicy;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Core\Registration\Signup\SignupRules;
use Kennel\Core\Registration\Signup\SignupVerdict;
use Kennel\Tests\Support\Codes;
use Kennel\Tests\Support\FakeLists;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\TestCase;

final class DecideSignupTest extends TestCase
{
    public function test_accepts_with_the_values_to_write(): void
    {
        $verdict = $this->decide(' Ngozi Adeyemi-Holt ', 'Ngozi@MillReach.example', 'slow green otters swim');

        self::assertTrue($verdict->isAccepted());
        self::assertSame('Ngozi Adeyemi-Holt', $verdict->plan()->name->value);
        self::assertSame('Ngozi@millreach.example', $verdict->plan()->email->toString());
        self::assertSame(22, $verdict->plan()->password->length);
    }

    public function test_the_apps_own_name_is_a_word_that_others_know(): void
    {
        self::assertContains('password.is_word', self::codes($this->decide('Ngozi Adeyemi-Holt', 'ngozi@millreach.example', 'Gaugebook2026!')));
        self::assertContains('password.is_word', self::codes($this->decide('Ngozi Adeyemi-Holt', 'tam@millreach.example', 'Ngozi-Adeyemi-2026')), 'and so is one\'s own');
    }

    public function test_gives_all_reasons_at_once(): void
    {
        $verdict = $this->decide('', 'nowhere', 'short');
        self::assertSame(['name.required', 'email.invalid', 'password.too_short'], self::codes($verdict));
    }

    public function test_what_is_missing_is_a_reason_too(): void
    {
        self::assertSame(['name.required', 'email.required', 'password.required'], self::codes($this->decide(null, null, null)));
    }

    public function test_terms_are_accepted_in_the_version_that_is_asked(): void
    {
        $codes = fn (?string $accepted): array => self::codes($this->decide('Ngozi', 'ngozi@millreach.example', 'slow green otters swim', terms: '2026-09-03', accepted: $accepted));
        self::assertSame([['terms.required'], ['terms.required'], ['terms.other_version'], []], [$codes(null), $codes(''), $codes('2025-01-01'), $codes('2026-09-03')]);
    }

    public function test_admission_by_domain(): void
    {
        $listed = Admission::of(Admission::DOMAINS, ['alderwend.example']);
        self::assertTrue($this->decide('Tam', 'tam@ALDERWEND.example', 'slow green otters', $listed)->isAccepted());
        self::assertSame(['email.domain_not_listed'], self::codes($this->decide('Tam', 'tam@post.example', 'slow green otters', $listed)));
        self::assertSame(['email.domain_not_listed'], self::codes($this->decide('Tam', 'tam@sub.alderwend.example', 'slow green otters', $listed)), 'a subdomain is another domain');
    }

    public function test_admission_with_subdomains_and_in_any_script(): void
    {
        $listed = Admission::of(Admission::DOMAINS, ['alderwend.example', 'bächlein.example'], withSubdomains: true);
        foreach (['tam@alderwend.example', 'tam@upper.alderwend.example', 'tam@a.b.alderwend.example', 'tam@BÄCHLEIN.example', 'tam@xn--bchlein-5wa.example'] as $email) {
            self::assertTrue($this->decide('Tam', $email, 'slow green otters', $listed)->isAccepted(), $email);
        }
        foreach (['tam@notalderwend.example', 'tam@alderwend.example.test', 'tam@example.test'] as $email) {
            self::assertSame(['email.domain_not_listed'], self::codes($this->decide('Tam', $email, 'slow green otters', $listed)), $email);
        }
        $this->expectException(\InvalidArgumentException::class);
        Admission::of(Admission::DOMAINS, ['not a domain']);
    }

    public function test_refused_and_throwaway_domains(): void
    {
        foreach (['tam@refused.example', 'tam@sub.refused.example', 'tam@xn--bcher-kva.example'] as $email) {
            self::assertSame(['email.domain_refused'], self::codes($this->decide('Tam', $email, 'slow green otters')), $email);
        }
        foreach (['tam@tenminutes.example', 'tam@everything.test', 'tam@any.sub.everything.test'] as $email) {
            self::assertSame(['email.throwaway'], self::codes($this->decide('Tam', $email, 'slow green otters')), $email);
            self::assertTrue($this->decide('Tam', $email, 'slow green otters', refuseThrowaway: false)->isAccepted(), $email);
        }
        self::assertTrue($this->decide('Tam', 'tam@sub.tenminutes.example', 'slow green otters')->isAccepted(), 'listed without its subdomains');
    }

    public function test_nobody_gets_in_where_nobody_may(): void
    {
        self::assertSame(['signup.invited_only'], self::codes($this->decide('Tam', 'tam@post.example', 'slow green otters', Admission::of(Admission::INVITED))));
        self::assertSame(['signup.nobody_only'], self::codes($this->decide('Tam', 'tam@post.example', 'slow green otters', Admission::of(Admission::NOBODY))));
    }

    public function test_a_refused_signup_has_nothing_to_write(): void
    {
        $this->expectException(\LogicException::class);
        $this->decide(null, null, null)->plan();
    }

    public function test_who_is_registered_is_told_only_where_the_app_says_so(): void
    {
        $taken = static fn (): bool => true;
        self::assertTrue($this->decide('Tam', 'tam@post.example', 'slow green otters', isRegistered: $taken)->isAccepted());
        self::assertSame(['email.taken'], self::codes($this->decide('Tam', 'tam@post.example', 'slow green otters', isDiscreet: false, isRegistered: $taken)));
        self::assertTrue($this->decide('Tam', 'tam@post.example', 'slow green otters', isDiscreet: false)->isAccepted());
        self::assertSame(['email.required'], array_values(array_filter(self::codes($this->decide('Tam', null, 'slow green otters', isDiscreet: false, isRegistered: $taken)), static fn (string $code): bool => str_starts_with($code, 'email.'))), 'what is no address is asked of nobody');
    }

    private function decide(?string $name, ?string $email, ?string $password, ?Admission $admission = null, bool $refuseThrowaway = true, bool $isDiscreet = true, ?\Closure $isRegistered = null, string $terms = '', ?string $accepted = null): SignupVerdict
    {
        $nothing = FakeLists::ofNothing();
        $terms = new TermsRules($terms, '');
        $bots = new BotRules(false, Duration::nothing(), 0, 0, Duration::parse('PT1H'), Duration::parse('PT1H'));
        $domains = new DomainPolicy(new SignupRules([], DomainList::of(['refused.example', 'bücher.example'], true), $refuseThrowaway, $terms, $bots, Duration::parse('P7D')), $nothing);
        $fields = FieldRules::read(new Document(['fields' => []]));
        $decide = new DecideSignup(Passwords::policy(new PasswordRules(12, 64), $nothing), $domains, $fields, new DecideFields(new FieldTypes($nothing)), $terms, Reach::everywhere());
        $app = new AppRules('gaugebook', new Look('Gaugebook', '#1d6f9c', '', ''), $admission ?? Admission::of(Admission::ANYONE), $isDiscreet, false);

        return $decide(new SignupInput($name, $email, $password === null ? null : new Secret($password), [], $accepted), $app, $isRegistered ?? static fn (): bool => false, new \DateTimeImmutable('2026-05-01'));
    }

    /** @return list<string> */
    private static function codes(SignupVerdict $verdict): array
    {
        return Codes::of($verdict->reasons);
    }
}
