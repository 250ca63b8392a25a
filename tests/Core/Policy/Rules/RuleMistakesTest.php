<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Rules;

use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A rule that contradicts another is refused by its path, whatever the schema thinks of it. */
final class RuleMistakesTest extends TestCase
{
    /** @param  array<string, mixed>  $change */
    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named_by_its_path(array $change, string $message): void
    {
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage($message);
        RuleBook::fromArray(array_replace_recursive(Books::demo(), $change));
    }

    /** @return array<string, array{array<string, mixed>, string}> */
    public static function mistakes(): array
    {
        $app = static fn (array $change): array => ['apps' => [1 => $change]];

        return [
            'an admission that is none' => [$app(['admission' => 'friends']), 'apps.floodline.admission: must be one of anyone, domains, invited, nobody'],
            'listed domains, and none listed' => [$app(['admission' => 'domains']), 'apps.floodline.domains: must list at least one domain'],
            'a domain that is none' => [$app(['domains' => ['not a domain']]), 'apps.floodline.domains: "not a domain" is not a domain'],
            'discreet, with a session at once' => [$app(['session' => 'at_once']), 'apps.floodline.session: at_once would tell a stranger'],
            'a colour by name' => [$app(['look' => ['colour' => 'teal']]), 'apps.floodline.look.colour: must look like ^#[0-9a-f]{6}$ (The colour of acts, as #rrggbb)'],
            'a name of nothing' => [$app(['look' => ['name' => ' ']]), 'apps.floodline.look.name: must not be empty'],
            'a logo that is no id' => [$app(['look' => ['logo' => '../../etc/passwd']]), 'apps.floodline.look.logo: must look like'],
            'landing in the clear' => [$app(['landing' => ['address' => 'http://floodline.example/']]), 'apps.floodline.landing.address: must be https; http is for localhost'],
            'landing nowhere for a role' => [$app(['landing' => ['roles' => [['key' => 'dispatcher', 'address' => '']]]]), 'apps.floodline.landing.roles.dispatcher.address: must'],
            'two of one key' => [$app(['key' => 'gaugebook']), 'apps.gaugebook: is there twice'],
            'terms without words' => [['signup' => ['terms' => ['version' => '2027-01-01', 'text' => ' ']]], 'signup.terms.text: must say what is accepted'],
            'a version that is no date' => [['signup' => ['terms' => ['version' => 'v2']]], 'signup.terms.version: must look like'],
            'more work than a phone can bear' => [['signup' => ['bots' => ['work_bits' => 23]]], 'signup.bots.work_bits: must be a whole number from 0 to 22'],
            'a wait longer than a form lives' => [['signup' => ['bots' => ['minimum_time' => 'PT4H']]], 'signup.bots.minimum_time: must be shorter than form_lifetime'],
            'a wait that is none where one is meant' => [['signup' => ['bots' => ['attempts_within' => 'PT0S']]], 'signup.bots.attempts_within: a duration is longer than nothing'],
            'a field of an app there is not' => [['fields' => [0 => ['apps' => ['nothing']]]], 'fields.home_reach.apps: there is no app "nothing"'],
            'a type there is not' => [['fields' => [0 => ['type' => 'colour']]], 'fields.home_reach.type: must be one of short_text'],
            'a limit that is no number' => [['fields' => [0 => ['minimum' => '3']]], 'fields.home_reach.minimum: must be a number or null'],
            'a choice with space around it' => [['fields' => [0 => ['choices' => [0 => ['key' => ' Saltings']]]]], 'fields.home_reach.choices. Saltings.key: must look like'],
            'pictures for friends' => [['pictures' => ['visibility' => 'friends']], 'pictures.visibility: must be one of public, private'],
            'fields that are no list' => [['fields' => 'none'], 'fields: must be a list of objects'],
        ];
    }

    public function test_every_mistake_of_the_list_is_one_change_away_from_a_sound_book(): void
    {
        self::assertCount(5, RuleBook::fromArray(Books::demo())->apps);
        self::assertSame(['home_reach', 'training_level', 'phone', 'trained_on', 'speaks', 'boat_licence', 'listed', 'picture'], array_keys(RuleBook::fromArray(Books::demo())->fields->all));
    }
}
