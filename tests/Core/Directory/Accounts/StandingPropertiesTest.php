<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Accounts;

use Eris\Generators;
use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Owed;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\FakeLists;
use Kennel\Tests\Support\Properties;
use PHPUnit\Framework\TestCase;

final class StandingPropertiesTest extends TestCase
{
    use Properties;

    public function test_what_is_owed_and_what_it_allows_agree_for_every_account(): void
    {
        $rules = $this->rules();
        $this->limitTo(600)->forAll(
            Generators::elements(...Status::cases()),
            Generators::bool(),
            Generators::elements(null, 'gaugebook', 'kitloft', 'nowhere'),
            Generators::elements('', '2024-05-01', '2026-09-03', '2027-01-01'),
            Generators::elements([], ['home_reach' => 'Saltings'], ['home_reach' => 'Saltings', 'training_level' => 'full'], ['home_reach' => 'Old Weir', 'phone' => '+4721930000']),
            Generators::elements(...PasswordOwed::cases()),
        )->then(function (Status $status, bool $proven, ?string $app, string $terms, array $fields, PasswordOwed $password) use ($rules): void {
            $of = static fn (array $waived): Standing => Standing::of(new AccountFacts($status, $proven, 'tam@post.example', $app, $terms, $fields, $waived, $password), $rules);
            $standing = $of([]);
            $isStopped = $status === Status::Suspended || $status === Status::Closed;
            $this->reach($standing->access->value);

            self::assertSame($isStopped, $standing->access === Access::None);
            self::assertSame(! $isStopped, $standing->maySignIn());
            self::assertSame($standing->access === Access::Full, $standing->reasons === [], 'whoever may not do everything is told why');
            self::assertSame(! $isStopped && $standing->owed === [], $standing->access === Access::Full);
            self::assertCount(count(array_unique(array_map(static fn (Owed $owed): string => $owed->duty->value, $standing->owed))), $standing->duties);
            // A waiver takes away what it names and nothing else; whatever is waived, nobody ends with less.
            foreach ($standing->owed as $owed) {
                $left = array_values(array_filter($standing->owed, static fn (Owed $other): bool => $other->subject !== $owed->subject || ! $other->isWaivable));
                self::assertEquals($left, $of([$owed->subject, 'complete_fields:of_another'])->owed);
            }
            $all = $of(array_map(static fn (Owed $owed): string => $owed->subject, $standing->owed));
            self::assertSame(array_filter($standing->owed, static fn (Owed $owed): bool => ! $owed->isWaivable) === [] && ! $isStopped, $all->access === Access::Full);
        });
        $this->assertReached(10, Access::Full->value);
        $this->assertReached(150, Access::Limited->value);
        $this->assertReached(150, Access::None->value);
    }

    private function rules(): DutyRules
    {
        $book = RuleBook::fromArray(Books::demo());

        return new DutyRules($book->fields, $book->signup->terms->version, new DecideFields(new FieldTypes(new FakeLists)), new \DateTimeImmutable(Books::NOW));
    }
}
