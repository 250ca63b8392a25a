<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Administration\Desk;

use Kennel\Core\Administration\Desk\AccountInput;
use Kennel\Core\Administration\Desk\AccountPlan;
use Kennel\Core\Administration\Desk\DecideAccount;
use Kennel\Core\Administration\Desk\FirstWayIn;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Messaging\Mail\Reach;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\FakeLists;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DecideAccountTest extends TestCase
{
    public function test_what_is_typed_becomes_a_plan(): void
    {
        $plan = $this->decide(['name' => '  Ada Holm ', 'email' => 'Ada@Holm.example']);
        self::assertInstanceOf(AccountPlan::class, $plan);
        self::assertSame(['Ada Holm', 'Ada@holm.example', FirstWayIn::Link, false, null, Status::Pending], [$plan->name->value, $plan->email->toString(), $plan->way, $plan->isVouchedFor, $plan->why, $plan->status()]);
    }

    public function test_an_address_that_is_vouched_for_is_active_and_has_a_reason(): void
    {
        $plan = $this->decide(['vouched' => true, 'why' => ' Known in person ']);
        self::assertInstanceOf(AccountPlan::class, $plan);
        self::assertSame([Status::Active, 'Known in person'], [$plan->status(), $plan->why]);
        self::assertSame([['reason.required', 'reason']], $this->codes(['vouched' => true]));
        self::assertSame([['reason.required', 'reason']], $this->codes(['vouched' => true, 'why' => " \t "]));
    }

    /** @param  array<string, mixed>  $typed */
    #[DataProvider('mistakes')]
    public function test_every_mistake_by_its_field(array $typed, string $code, string $field): void
    {
        self::assertSame([[$code, $field]], $this->codes($typed));
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function mistakes(): iterable
    {
        yield 'no name' => [['name' => '  '], 'name.required', 'name'];
        yield 'no address' => [['email' => ''], 'email.required', 'email'];
        yield 'half an address' => [['email' => 'ada@'], 'email.domain_invalid', 'email'];
        yield 'an address the relay cannot reach' => [['email' => 'ångström@holm.example'], 'email.relay_ascii', 'email'];
        yield 'no way' => [['way' => ''], 'account.way_unknown', 'way'];
        yield 'a typed password that is not there' => [['way' => 'typed'], 'password.required', 'password'];
        yield 'a field that does not take it' => [['fields' => ['home_reach' => 'Atlantis']], 'field.choice_unknown', 'fields.home_reach'];
        yield 'a field that the app does not ask' => [['fields' => ['phone' => '+4721930000']], 'field.not_asked', 'fields.phone'];
        yield 'metadata that is none' => [['metadata' => ['own' => '[1]']], 'metadata.not_object', 'metadata.own'];
        yield 'suspended for no reason' => [['suspended' => true], 'reason.required', 'reason'];
        yield 'another way' => [['way' => 'by pigeon'], 'account.way_unknown', 'way'];
        yield 'a reason of more than 500' => [['why' => str_repeat('é', 501)], 'reason.too_long', 'reason'];
        yield 'a reason with a bell' => [['why' => "a\x07b"], 'reason.characters', 'reason'];
    }

    public function test_begins_with_what_was_given(): void
    {
        $plan = $this->decide(['suspended' => true, 'vouched' => true, 'why' => 'Until the training', 'fields' => ['home_reach' => 'Saltings', 'boat_licence' => ''], 'metadata' => ['own' => '{}', 'internal' => '{"a":{}}']]);
        self::assertInstanceOf(AccountPlan::class, $plan);
        self::assertSame([Status::Suspended, ['home_reach' => 'Saltings'], ['internal']], [$plan->status(), $plan->fields, array_keys($plan->metadata)]);
        self::assertSame('{"a":{}}', $plan->metadata['internal']->toJson());
    }

    public function test_all_mistakes_at_once_in_the_order_of_the_form(): void
    {
        self::assertSame(['name', 'email', 'way', 'reason'], array_column($this->codes(['name' => '', 'email' => '', 'way' => '', 'vouched' => true]), 1));
    }

    public function test_a_reason_of_500_and_every_way_is_taken(): void
    {
        foreach (FirstWayIn::cases() as $way) {
            self::assertInstanceOf(AccountPlan::class, $this->decide(['way' => $way->value, 'password' => 'typed', 'why' => str_repeat('é', 500)]));
        }
    }

    /**
     * @param  array<string, mixed>  $typed
     * @return AccountPlan|non-empty-list<Reason>
     */
    private function decide(array $typed): AccountPlan|array
    {
        $typed += ['name' => 'Ada Holm', 'email' => 'ada@holm.example', 'way' => 'link', 'vouched' => false, 'why' => ''];

        $input = new AccountInput(
            (string) $typed['name'], (string) $typed['email'], (string) $typed['way'], (bool) $typed['vouched'], (string) $typed['why'],
            (bool) ($typed['suspended'] ?? false), (array) ($typed['fields'] ?? []), (array) ($typed['metadata'] ?? []), null, isset($typed['password']) ? new Secret((string) $typed['password']) : null,
        );

        return (new DecideAccount(new Reach(false), new DecideFields(new FieldTypes(new FakeLists))))($input, RuleBook::fromArray(Books::demo())->fields->askedBy('gaugebook'), new \DateTimeImmutable(Books::NOW));
    }

    /**
     * @param  array<string, mixed>  $typed
     * @return list<array{string, string|null}>
     */
    private function codes(array $typed): array
    {
        $decided = $this->decide($typed);
        self::assertIsArray($decided);

        return array_map(static fn (Reason $reason): array => [$reason->code, $reason->field], $decided);
    }
}
