<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Messaging\Wording;

use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Messaging\Wording\CheckWording;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\Wording;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Core\Messaging\Wording\WordingMistake;
use Kennel\Core\Messaging\Wording\WordingRules;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class CheckWordingTest extends TestCase
{
    private const GOOD = '<p><a href="{{ link }}">Go</a></p>';

    #[DataProvider('mistakes')]
    public function test_what_cannot_be_sent_is_named_with_its_place(string $html, string $code, int $line, int $column): void
    {
        $found = self::check(new Wording('A subject', $html));
        self::assertContains([$code, $line, $column], $found, json_encode($found, JSON_THROW_ON_ERROR));
    }

    public function test_a_link_begins_its_word_in_both_bodies(): void
    {
        $text = static fn (string $text): array => self::check(new Wording('A subject', self::GOOD, $text));
        foreach (["Go to\n{{ link }}", '{{ link }} is it', 'This ({{ link }})', '<{{ link }}>', '{% if name %}Hello {{ name }}, {% endif %}{{ link }}'] as $fine) {
            self::assertSame([], $text($fine), $fine);
        }
        foreach (['https://evil.example/go?u={{ link }}', "Go:{{ link }}\n{{ link }}", '{{ name }}{{ link }}'] as $joined) {
            self::assertSame(['wording.link_joined'], array_column($text($joined), 0), $joined);
        }
    }

    /** @return iterable<string, array{string, string, int, int}> */
    public static function mistakes(): iterable
    {
        yield 'no such variable' => ["<p>Hello\n  {{ password }}</p>".self::GOOD, 'wording.unknown_variable', 2, 6];
        yield 'nearly one' => ['<p>{{ nam }}</p>'.self::GOOD, 'wording.unknown_variable_near', 1, 7];
        yield 'of a condition' => ['{% if secret %}x{% endif %}'.self::GOOD, 'wording.unknown_variable', 1, 7];
        yield 'an open variable' => ['<p>{{ name</p>', 'wording.unclosed', 1, 4];
        yield 'an open condition' => ["\n{% if name %}".self::GOOD, 'wording.unclosed', 2, 1];
        yield 'what Twig knows of itself' => ['{{ _self }}'.self::GOOD, 'wording.unknown_variable', 1, 4];
        yield 'a link joined to an address' => ["<p>x</p>\n<p>https://evil.example/go?u={{ link }}</p>", 'wording.link_joined', 2, 33];
        yield 'the same with a tag between' => ['<p>https://evil.example/?u=<strong>{{ link }}</strong></p>', 'wording.link_joined', 1, 39];
        yield 'the same where a part is written' => ['<p>{% if name %}https://evil.example/?u={% endif %}{{ link }}</p>', 'wording.link_joined', 1, 55];
        yield 'the same where it is not written' => ['<p>a{% if name %} {% endif %}{{ link }}</p>', 'wording.link_joined', 1, 33];
        yield 'the same through spaces that are taken away' => ['<p>https://evil.example/?u= {{- link }}</p>', 'wording.link_joined', 1, 33];
        yield 'a link behind a variable' => ['<p>{{ name }}{{ link }}</p>', 'wording.link_joined', 1, 17];
        yield 'no link' => ['<p>Hello</p>', 'wording.lacks', 1, 1];
        yield 'a tag' => ["<p>a</p>\n<p><img src=\"x\"></p>", 'wording.tag_not_allowed', 2, 4];
        yield 'an attribute' => ['<p onclick="x()">{{ link }}</p>', 'wording.attribute_not_allowed', 1, 1];
        yield 'an open tag' => ["<p>a\n<strong>{{ link }}</p>", 'wording.tag_unclosed', 2, 1];
        yield 'a closed tag' => ['{{ link }}</p>', 'wording.tag_unopened', 1, 11];
        yield 'a script' => ['<a href="javascript:alert(1)">{{ link }}</a>', 'wording.link_not_allowed', 1, 1];
        yield 'a variable as a link' => ['<a href="{{ name }}">{{ link }}</a>', 'wording.link_not_allowed', 1, 1];
        foreach (['{{ name|upper }}', '{{ name|raw }}', '{{ name.length }}', '{{ constant("PHP_VERSION") }}', '{{ 1 + 1 }}', '{% for i in 1..999999999 %}{% endfor %}', '{% set name = 1 %}', '{% include "x" %}', '{{ include("x") }}', '{{ name ~ name }}', '{{ source("/etc/passwd") }}', '{% if name == "x" %}{% endif %}', '{% if not name %}{% endif %}', '{% apply upper %}{{ name }}{% endapply %}', '{{ random() }}', '{% block x %}{% endblock %}'] as $at => $source) {
            yield "more than that, {$at}" => [$source.self::GOOD, 'wording.not_allowed', 1, 1];
        }
    }

    public function test_every_part_is_looked_at(): void
    {
        $parts = array_map(static fn (WordingMistake $one): string => "{$one->part}: {$one->code}", CheckWording::mistakes(MessageKind::ResetPassword, new Wording('{{ link }}', self::GOOD, 'no link', '{{ nam }}', 'nobody')));
        self::assertSame(['subject: wording.secret_here', 'text: wording.lacks', 'sender_name: wording.unknown_variable_near', 'reply_to: wording.reply_to'], $parts);
        self::assertSame([], self::check(new Wording('{{ app }}: {{ name }}', "<h2>A</h2>\n<p>b<br>c <em>d</em></p><ul><li>e</li></ul><blockquote>f</blockquote><hr><p><a href='https://a.example/?b=c&amp;d'>g</a> <a href=\"mailto:a@b.example\">h</a></p>".self::GOOD.'{% if hours %}<code>{{ hours }}</code>{% else %}x{% endif %}', '', '{{ app }}', 'help@alderwend.example')));
    }

    public function test_answers_go_to_an_address_and_to_nothing_that_may_be_none(): void
    {
        foreach (['{{ name }}', '{{ address }}', 'help@', "help@post.example\r\nBcc: all@post.example"] as $replyTo) {
            self::assertSame([['wording.reply_to', 1, 1]], self::check(new Wording('s', self::GOOD, '', '', $replyTo)), $replyTo);
        }
    }

    public function test_a_temporary_password_cannot_be_left_out_nor_stand_in_the_subject(): void
    {
        $found = array_map(static fn (WordingMistake $one): string => "{$one->part}: {$one->code}", CheckWording::mistakes(MessageKind::TemporaryPassword, new Wording('{{ password }}', self::GOOD)));
        self::assertSame(['subject: wording.secret_here', 'html: wording.lacks'], $found);
    }

    public function test_a_rule_book_names_part_line_and_column(): void
    {
        $book = static fn (array $wording): array => [...Books::demo(), 'messages' => [...Books::demo()['messages'], 'wordings' => [[...WordingRules::EXAMPLE, ...$wording]]]];
        self::assertNotNull(RuleBook::fromArray($book([]))->wordings->find(MessageKind::AccountClosed, 'kitloft', 'en'));
        foreach ([
            'messages.wordings.account_closed:*:en.html: line 2, column 4: there is no variable "dys"; did you mean "days"?' => ['html' => "<p>\n{{ dys }}</p>"],
            'messages.wordings.closed:*:en.key: names no kind of message; there are '.implode(', ', MessageKind::names()) => ['key' => 'closed:*:en'],
            'messages.wordings: there is no app "nowhere"' => ['key' => 'account_closed:nowhere:en'],
        ] as $said => $wording) {
            try {
                RuleBook::fromArray($book($wording));
                self::fail($said);
            } catch (InvalidRuleBook $mistake) {
                self::assertSame($said, $mistake->getMessage());
            }
        }
    }

    public function test_an_apps_own_words_come_before_those_for_all(): void
    {
        $wording = static fn (string $subject): Wording => new Wording($subject, '');
        $rules = new WordingRules(['verify_address:*:en' => $wording('all'), 'verify_address:kitloft:en' => $wording('own'), 'verify_address:kitloft:de' => $wording('eigen')]);
        $find = static fn (?string $app, string $language): ?string => $rules->find(MessageKind::VerifyAddress, $app, $language)?->subject;
        self::assertSame(['own', 'all', 'all', 'eigen', null], [$find('kitloft', 'en'), $find('gaugebook', 'en'), $find(null, 'en'), $find('kitloft', 'de'), $find('gaugebook', 'de')]);
        self::assertNull($rules->find(MessageKind::ResetPassword, 'kitloft', 'en'));
        self::assertSame(['kitloft'], $rules->apps());
    }

    public function test_keys_are_read_as_they_are_written(): void
    {
        foreach (['verify_address:*:en', 'account_closed:kitloft:de'] as $key) {
            self::assertSame($key, WordingKey::parse($key)?->toString());
        }
        self::assertNull(WordingKey::parse('nothing:*:en'));
        self::assertNull(WordingKey::parse('verify_address'));
    }

    /** @return list<array{string, int, int}> */
    private static function check(Wording $wording): array
    {
        return array_map(static fn (WordingMistake $one): array => [$one->code, $one->line, $one->column], CheckWording::mistakes(MessageKind::VerifyAddress, $wording));
    }
}
