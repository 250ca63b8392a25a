<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Messaging\Wording;

use Eris\Generators;
use Kennel\Core\Directory\Apps\Look;
use Kennel\Core\Messaging\Wording\Frame;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\Rendered;
use Kennel\Core\Messaging\Wording\RenderMessage;
use Kennel\Core\Messaging\Wording\Scheme;
use Kennel\Core\Messaging\Wording\Wording;
use Kennel\Tests\Support\Hostile;
use Kennel\Tests\Support\Properties;
use PHPUnit\Framework\TestCase;

final class RenderMessageTest extends TestCase
{
    use Properties;

    private const LINK = 'https://accounts.example/a/kitloft/verify#t=Zm9vYmFyYmF6cXV4Zm9vYmFyYmF6cXV4Zm9vYmFyYmF6';

    public function test_a_link_by_itself_is_a_button_and_is_written_out_beneath(): void
    {
        $said = $this->render(new Wording('{{ app }}: hello', "<p>Hello {{ name }},</p>\n<p> <a href=\"{{ link }}\">Confirm <em>it</em></a> </p><p>Or see <a href=\"https://help.example/a?b=1&amp;c=2\">the help</a> first.</p>"), ['name' => 'Åse & Bo', 'app' => 'Kitloft', 'link' => self::LINK]);
        self::assertSame('Kitloft: hello', $said->subject);
        self::assertStringContainsString('Hello Åse &amp; Bo,', $said->html);
        self::assertSame(1, preg_match('#background:\#4b6b2f;color:\#ffffff[^>]*>Confirm it</a></p>\s*<p class="small"[^>]*>The whole link:<br><span style="word-break:break-all">'.preg_quote(self::LINK, '#').'</span>#', $said->html));
        self::assertStringContainsString('href="https://help.example/a?b=1&amp;c=2"', $said->html);
        self::assertSame("Hello Åse & Bo,\n\nConfirm it:\n".self::LINK."\n\nOr see the help first.\n\nhttps://help.example/a?b=1&c=2\n", $said->text);
    }

    public function test_a_text_is_made_of_the_html_or_is_what_was_written(): void
    {
        $html = '<h2>News</h2><p>One<br>two <code>x</code></p><ul><li>first</li><li>second</li></ul><hr><blockquote>said</blockquote>bare <strong>words</strong>'.'{% if hours %}<p>{{ hours }} hours</p>{% else %}<p>for ever</p>{% endif %}';
        self::assertSame("News\n\nOne\ntwo x\n\n- first\n- second\n\n---\n\n> said\n\nbare words\n\nfor ever\n", $this->render(new Wording('s', $html))->text);
        self::assertSame("Own, Ada\n", $this->render(new Wording('s', $html, 'Own, {{ name }}'), ['name' => 'Ada'])->text);
        $long = implode(' ', array_fill(0, 60, 'word'));
        foreach (explode("\n", $this->render(new Wording('s', "<p>{$long}</p>"))->text) as $line) {
            self::assertLessThanOrEqual(72, mb_strlen($line));
        }
    }

    public function test_whatever_a_value_holds_stays_text(): void
    {
        $wording = new Wording('Hello {{ name }}', '<p>{{ name }}</p><p><a href="{{ link }}">Go</a></p>', '', '{{ name }}', '');
        foreach ([...Hostile::strings(), "x\r\nBcc: all@post.example", "x\nX: y", '{{ link }}', '{% if name %}x{% endif %}', "\u{202E}gpj", "\u{2028}a", '<script>alert(1)</script>', "\xFF\xFE"] as $hostile) {
            $said = $this->render($wording, ['name' => (string) $hostile, 'link' => self::LINK]);
            self::assertSame(0, preg_match('/[\r\n\x00-\x1F\x7F\x{202E}\x{2028}]/u', $said->subject.$said->senderName), (string) $hostile);
            $document = new \DOMDocument;
            $document->loadHTML($said->html, LIBXML_NOERROR);
            $names = array_unique(array_map(static fn (\DOMNode|\DOMNameSpaceNode $one): string => $one->nodeName, iterator_to_array((new \DOMXPath($document))->query('//body//*') ?: [])));
            self::assertSame([], array_diff($names, ['div', 'p', 'span', 'a', 'br']), (string) $hostile);
            self::assertSame([self::LINK], array_map(static fn (\DOMElement $one): string => $one->getAttribute('href'), iterator_to_array($document->getElementsByTagName('a'))));
            self::assertSame(0, (new \DOMXPath($document))->query('//@*[starts-with(name(), "on")]')->length);
        }
    }

    /** A value is said, or it is not: what it looks like is nothing to the template. */
    public function test_values_are_said_as_they_are_and_never_read(): void
    {
        $this->forAll(Generators::map(static fn (array $parts): string => implode('', $parts), Generators::seq(Generators::elements('{{ name }}', '{{ link }}', '{%', '%}', '{#', '<b>', '&amp;', '"', "'", 'å', '日', ' ', 'a', '{', '}'))))
            ->then(function (string $value): void {
                $said = $this->render(new Wording('[{{ name }}]', '<p>[{{ name }}]</p>', '[{{ name }}]'), ['name' => $value]);
                $line = trim((string) preg_replace('/\s+/u', ' ', "[{$value}]"));
                self::assertSame($line, $said->subject);
                self::assertSame("[{$value}]\n", $said->text);
                $document = new \DOMDocument;
                $document->loadHTML($said->html, LIBXML_NOERROR);
                self::assertSame("[{$value}]", $document->getElementsByTagName('p')->item(1)?->textContent);
            });
    }

    public function test_a_preview_shows_one_scheme_and_what_is_sent_has_both(): void
    {
        $of = fn (Scheme $scheme): string => $this->render(new Wording('s', '<p>a</p>'), [], $scheme)->html;
        self::assertStringContainsString('@media (prefers-color-scheme:dark)', $of(Scheme::Either));
        self::assertStringNotContainsString('#192329', $of(Scheme::Light));
        self::assertStringContainsString('<style>body,.ground{background:#10191d!important}', $of(Scheme::Dark));
        self::assertStringContainsString('<html lang="de">', $of(Scheme::Light));
        self::assertStringNotContainsString('<img', $of(Scheme::Light));
    }

    /** @param  array<string, string>  $values */
    private function render(Wording $wording, array $values = [], Scheme $scheme = Scheme::Either): Rendered
    {
        return (new RenderMessage)(MessageKind::VerifyAddress, $wording, $values, new Frame(new Look('Kitloft', '#4b6b2f', '', ''), 'de', 'The whole link:'), $scheme);
    }
}
