<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Disclosure;

use Eris\Generators;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\BuiltIn;
use Kennel\Core\Directory\Disclosure\Disclose;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Disclosure\Recipient;
use Kennel\Core\Directory\Disclosure\Verdict;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Permissions\PermissionSet;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\Properties;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Who is handed what of an account: by default nobody anything. */
final class DiscloseTest extends TestCase
{
    use Properties;

    private const AUDIENCES = ['public', 'accounts:gaugebook', 'accounts:kitloft', 'holder', 'app:gaugebook', 'app:kitloft', 'operators'];

    public function test_nobody_is_handed_what_is_not_listed(): void
    {
        $disclose = new Disclose(self::rules([]));
        foreach (self::AUDIENCES as $audience) {
            $disclosed = $disclose(['field:phone' => '+47', 'own:nickname' => 'Wren', 'internal:note' => 'x'], self::recipient($audience));
            self::assertSame([], $disclosed->handed, $audience);
            self::assertSame(array_fill_keys(['field:phone', 'own:nickname', 'internal:note'], Verdict::Unclassified), $disclosed->leftOut, $audience);
        }
    }

    public function test_the_desk_and_the_holder_have_what_every_account_has(): void
    {
        $disclose = new Disclose(self::rules([]));
        foreach (BuiltIn::cases() as $field) {
            $key = FieldKey::builtIn($field);
            self::assertSame(Verdict::Handed, $disclose->verdict($key, self::recipient('operators')));
            self::assertSame(Verdict::NeedsPermission, $disclose->verdict($key, Recipient::operator(new PermissionSet(['kennel:console']))));
            self::assertSame(Verdict::Handed, $disclose->verdict($key, self::recipient('holder')));
            self::assertSame(Verdict::KeptBack, $disclose->verdict($key, self::recipient('public')));
        }
    }

    public function test_each_way_to_be_left_out_says_which_rule_it_is(): void
    {
        $disclose = new Disclose(self::rules([
            self::field('name', self::to('public', consent: true)),
            self::field('field:phone', self::to('app:kitloft'), self::to('operators', 'kennel:messages.read')),
            self::field('own:*', self::to('holder')),
            self::field('own:hidden'),
        ]));
        $verdict = static fn (string $field, Recipient $to, bool $agreed = false): Verdict => $disclose->verdict(FieldKey::parse($field), $to, $agreed);
        self::assertSame([Verdict::NeedsConsent, Verdict::Handed], [$verdict('name', self::recipient('public')), $verdict('name', self::recipient('public'), true)]);
        self::assertSame([Verdict::Handed, Verdict::KeptBack], [$verdict('field:phone', self::recipient('app:kitloft')), $verdict('field:phone', self::recipient('app:gaugebook'))]);
        self::assertSame(Verdict::NeedsPermission, $verdict('field:phone', Recipient::operator(new PermissionSet(['kennel:accounts.read']))));
        self::assertSame(Verdict::Handed, $verdict('field:phone', Recipient::operator(new PermissionSet(['kennel:*']))));
        self::assertSame([Verdict::Handed, Verdict::KeptBack, Verdict::KeptBack], [$verdict('own:whatever', self::recipient('holder')), $verdict('own:hidden', self::recipient('holder')), $verdict('own:whatever', self::recipient('operators'))]);
        self::assertSame(Verdict::Unclassified, $verdict('internal:whatever', self::recipient('operators')));
    }

    public function test_an_answer_has_the_names_the_api_has_and_nothing_empty(): void
    {
        $disclose = new Disclose(self::rules([self::field('address', self::to('public')), self::field('verified', self::to('public')), self::field('field:phone', self::to('public')), self::field('own:nickname', self::to('public'))]));
        $held = ['id' => 'x', 'address' => 'a@post.example', 'verified' => true, 'field:phone' => '+47', 'own:nickname' => 'Wren', 'own:age' => 3];
        self::assertSame('{"email":"a@post.example","is_verified":true,"fields":{"phone":"+47"},"metadata":{"own":{"nickname":"Wren"}}}', json_encode($disclose($held, self::recipient('public'))->forAnswer()));
        self::assertSame('{}', json_encode($disclose($held, self::recipient('app:kitloft'))->forAnswer()));
    }

    /** What is handed and what is left out are all that is held, each once; and what one grant more hands out is that grant's and nothing else. */
    public function test_of_any_rules_all_that_is_held_is_either_handed_or_left_out_and_a_grant_hands_out_nothing_besides(): void
    {
        $this->limitTo(300)->forAll(
            Generators::seq(Generators::tuple(Generators::elements(...self::KEYS), Generators::elements(...self::AUDIENCES), Generators::bool())),
            Generators::elements(...self::KEYS),
            Generators::elements(...self::AUDIENCES),
        )->then(function (array $listed, string $key, string $audience): void {
            $grants = [];
            foreach ($listed as [$field, $to, $consent]) {
                $grants[$field][$to] = self::to($to, consent: $consent && ! in_array($to, ['holder', 'operators'], true));
            }
            $before = self::rules(self::listing($grants));
            $grants[$key][$audience] = self::to($audience);
            $after = self::rules(self::listing($grants));
            $held = array_combine(self::KEYS, self::KEYS);
            foreach (self::AUDIENCES as $one) {
                [$was, $is] = [(new Disclose($before))($held, self::recipient($one)), (new Disclose($after))($held, self::recipient($one))];
                self::assertEqualsCanonicalizing(self::KEYS, [...array_keys($is->handed), ...array_keys($is->leftOut)]);
                $this->reach();
                self::assertSame([], array_diff(array_keys($is->handed), array_keys($was->handed), $one === $audience ? [$key] : []));
            }
        });
        $this->assertReached(1_000);
    }

    private const KEYS = ['field:phone', 'field:reach', 'own:nickname', 'internal:note'];

    public function test_who_is_not_handed_a_field_does_not_find_by_it_sort_by_it_or_write_it(): void
    {
        $fields = FieldRules::read(new Document(['fields' => [Books::field('phone', ['key' => 'phone']), Books::field('short_text', ['key' => 'reach', 'searchable' => true])]]));
        $readable = ReadableFields::by(self::rules([self::field('field:phone', self::to('operators', 'kennel:accounts.read')), self::field('own:nickname', self::to('operators', 'kennel:accounts.read'))]), self::recipient('operators'));
        $against = static fn (array $where, string $sort = 'name'): array => array_map(static fn (Reason $reason): string => "{$reason->code} {$reason->parameters['field']}", $readable->reasonsAgainst(Where::read((string) json_encode($where)), $sort, $fields));
        self::assertSame([], $against([['field', 'phone', 'has'], ['metadata', 'own.nickname', 'is', 'Wren'], ['status', 'is', 'active'], ['field', 'nothing', 'has']], 'field:phone'));
        self::assertSame(['disclosure.unclassified field:reach', 'disclosure.unclassified internal:note', 'disclosure.unclassified field:reach'], $against([['field', 'reach', 'is', 'x'], ['metadata', 'internal.note.by', 'has']], '-field:reach'));
        self::assertSame(['phone'], array_keys($readable->of($fields)->all));
        self::assertSame(['fields.reach'], array_map(static fn (Reason $reason): ?string => $reason->field, $readable->reasonsAgainstFields('phone', 'reach')));
        self::assertSame('{"nickname":"Wren"}', $readable->ofDocument('own', MetadataDocument::parse('{"nickname":"Wren","age":3}'))->toJson());
    }

    /** @param  list<array<string, mixed>>  $fields */
    #[DataProvider('mistakes')]
    public function test_a_listing_that_cannot_be_names_its_path_and_how_to_mend_it(array $fields, string $said): void
    {
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage($said);
        self::rules($fields);
    }

    /** @return iterable<string, array{list<array<string, mixed>>, string}> */
    public static function mistakes(): iterable
    {
        yield 'a secret' => [[self::field('password_hash', self::to('operators', 'kennel:accounts.read'))], '"password_hash" is a secret; secrets are no fields and are handed to nobody'];
        yield 'a field that is called like a secret' => [[self::field('field:token', self::to('holder'))], 'secrets are no fields'];
        yield 'a misspelt one' => [[self::field('adress', self::to('public'))], 'there is no field "adress"; "address" is one'];
        yield 'operators without a permission' => [[self::field('field:phone', self::to('operators', ''))], 'must name the permission that operators need'];
        yield 'a misspelt permission' => [[self::field('field:phone', self::to('operators', 'kennel:account.read'))], '"kennel:accounts.read" is one'];
        yield 'a permission for others' => [[self::field('field:phone', [...self::to('public'), 'permission' => 'kennel:accounts.read'])], 'is for operators alone'];
        yield 'consent of operators' => [[self::field('field:phone', self::to('operators', 'kennel:accounts.read', true))], 'cannot be asked for operators'];
        yield 'what the desk has anyhow' => [[self::field('name', self::to('operators', 'kennel:accounts.read'))], 'need not be listed'];
        yield 'how a password is stored' => [[self::field('hash_kind', self::to('app:kitloft'))], 'is for operators and its holder'];
        yield 'no purpose' => [[self::field('field:phone', [...self::to('public'), 'purpose' => ' '])], 'disclosure.fields.field:phone.grants.public.purpose: must not be empty'];
        yield 'no audience' => [[self::field('field:phone', self::to('everyone'))], 'must look like'];
    }

    /** @param  list<array<string, mixed>>  $fields */
    private static function rules(array $fields): DisclosureRules
    {
        return DisclosureRules::read(new Document(['fields' => $fields, 'directories' => []], 'disclosure'));
    }

    private static function recipient(string $audience): Recipient
    {
        return $audience === 'operators' ? Recipient::operator(new PermissionSet(['kennel:accounts.read'])) : Recipient::of(Audience::parse($audience));
    }

    /**
     * @param  array<string, array<string, array<string, mixed>>>  $grants
     * @return list<array<string, mixed>>
     */
    private static function listing(array $grants): array
    {
        return array_map(static fn (string $key, array $to): array => self::field($key, ...array_values($to)), array_keys($grants), $grants);
    }

    /**
     * @param  array<string, mixed>  ...$grants
     * @return array<string, mixed>
     */
    private static function field(string $key, array ...$grants): array
    {
        return ['key' => $key, 'grants' => $grants];
    }

    /** @return array<string, mixed> */
    private static function to(string $audience, ?string $permission = null, bool $consent = false): array
    {
        return ['key' => $audience, 'permission' => $permission ?? ($audience === 'operators' ? 'kennel:accounts.read' : ''), 'consent' => $consent, 'purpose' => 'To see'];
    }
}
