<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Accounts;

use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\Duty;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Owed;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\SearchText;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\Codes;
use Kennel\Tests\Support\FakeLists;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class StandingTest extends TestCase
{
    /** @param  list<string>  $reasons */
    #[DataProvider('accounts')]
    public function test_weighs_status_and_duties(Status $status, bool $proven, Access $access, array $reasons): void
    {
        $standing = Standing::of(new AccountFacts($status, $proven, termsAccepted: '2026-09-03'), self::rules());

        self::assertSame($access, $standing->access);
        self::assertSame($reasons, self::codes($standing->reasons));
        self::assertSame($access !== Access::None, $standing->maySignIn());
        self::assertSame($access === Access::Limited ? [Duty::VerifyEmail] : [], $standing->duties);
    }

    public function test_owes_the_terms_and_the_fields_of_its_app_and_says_what_settles_each(): void
    {
        $facts = static fn (string $terms, array $fields, array $waived = [], ?string $app = 'gaugebook'): AccountFacts => new AccountFacts(Status::Active, true, 'tam@post.example', $app, $terms, $fields, $waived);
        $of = static fn (AccountFacts $facts): array => array_map(static fn (Owed $owed): string => $owed->subject, Standing::of($facts, self::rules())->owed);
        $all = ['accept_terms:2026-09-03', 'complete_fields:home_reach', 'complete_fields:training_level'];

        self::assertSame($all, $of($facts('', [])));
        self::assertSame($all, $of($facts('2025-01-01', [])), 'an older version');
        self::assertSame(array_slice($all, 1), $of($facts('2026-09-03', [])));
        self::assertSame(array_slice($all, 1), $of($facts('2027-01-01', [])), 'a newer one, after the rules were brought back');
        self::assertSame(['complete_fields:phone'], $of($facts('2026-09-03', [], app: 'kitloft')));
        self::assertSame([], $of($facts('2026-09-03', [], app: 'floodline')));
        self::assertSame([], $of($facts('2026-09-03', ['home_reach' => 'Saltings', 'training_level' => 'none'])));
        self::assertSame(['complete_fields:home_reach'], $of($facts('2026-09-03', ['home_reach' => 'saltings', 'training_level' => 'full'])), 'choices compare exactly');
        self::assertSame(['complete_fields:training_level'], $of($facts('2026-09-03', ['home_reach' => 'Saltings', 'training_level' => 'bronze'])), 'a retired choice does not fit');
        self::assertSame(['complete_fields:training_level'], $of($facts('', [], ['accept_terms:2026-09-03', 'complete_fields:home_reach'])));
        self::assertSame($all, $of($facts('', [], ['accept_terms:2025-01-01'])), 'a waiver is of one version');
        self::assertSame([Duty::AcceptTerms, Duty::CompleteFields], Standing::of($facts('', []), self::rules())->duties, 'each once');
    }

    private static function rules(): DutyRules
    {
        $book = RuleBook::fromArray(Books::demo());

        return new DutyRules($book->fields, $book->signup->terms->version, new DecideFields(new FieldTypes(new FakeLists)), new \DateTimeImmutable(Books::NOW));
    }

    /** @return list<array{Status, bool, Access, list<string>}> */
    public static function accounts(): array
    {
        return [
            [Status::Pending, false, Access::Limited, ['duty.verify_email']],
            [Status::Active, true, Access::Full, []],
            [Status::Suspended, true, Access::None, ['account.suspended']],
            [Status::Suspended, false, Access::None, ['account.suspended']],
            [Status::Closed, true, Access::None, ['account.closed']],
        ];
    }

    #[DataProvider('names')]
    public function test_names_of_every_script_are_names(string $name): void
    {
        self::assertSame($name, PersonName::parse("  {$name}\u{3000}")->value);
    }

    /** @return list<array{string}> */
    public static function names(): array
    {
        return [['Ngozi Adeyemi-Holt'], ["Siobhán O'Súilleabháin"], ['Ильза Каравай'], ['نور الحداد'], ['渡辺 葵'], ['सुनीता राव'], ["क्\u{200d}ष"], ['Ng'], ['X Æ']];
    }

    #[DataProvider('notNames')]
    public function test_refuses_what_is_no_name(string $text, string $code): void
    {
        try {
            PersonName::parse($text);
            self::fail('accepted');
        } catch (Refused $refused) {
            self::assertSame($code, $refused->reason->code);
        }
    }

    /** @return array<string, array{string, string}> */
    public static function notNames(): array
    {
        return [
            'nothing' => ['', 'name.required'],
            'spaces' => ["\u{2003} ", 'name.required'],
            'too long' => [str_repeat('ä', 121), 'name.too_long'],
            'a line break' => ["Tam\nPellow", 'name.characters'],
            'NUL' => ["Tam\0Pellow", 'name.characters'],
            'a direction override' => ["Tam\u{202e}Pellow", 'name.characters'],
            'only joiners' => ["\u{200d}\u{200c}", 'name.characters'],
            'only combining marks' => ["\u{301}\u{302}", 'name.characters'],
            'invalid UTF-8' => ["Tam\xC3", 'name.characters'],
        ];
    }

    public function test_search_words_forget_case_accents_and_punctuation(): void
    {
        self::assertSame(['siobhan', 'o', 'suilleabhain', 'strasse'], SearchText::words("SIOBHÁN O'Súilleabháin, Straße"));
        self::assertSame(' tam pellow post example', SearchText::column('Tam Pellow', 'tam@post.example'));
        self::assertSame([], SearchText::words("'\"*)(-"));
    }

    /**
     * @param  list<Reason>  $reasons
     * @return list<string>
     */
    private static function codes(array $reasons): array
    {
        return Codes::of($reasons);
    }
}
