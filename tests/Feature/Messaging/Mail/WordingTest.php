<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Messaging\Mail;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Language;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Messaging\Wording\Wordings;
use Kennel\Core\Messaging\Wording\CheckWording;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Tests\Feature\DoorTestCase;

final class WordingTest extends DoorTestCase
{
    private const OWN = ['key' => 'reset_password:gaugebook:de', 'subject' => 'Neu, {{ name }}', 'html' => '<p>Hallo {{ name }}</p><p><a href="{{ link }}">Los</a></p>', 'text' => '', 'sender_name' => '{{ app }}', 'reply_to' => 'help@post.example'];

    public function test_every_kind_ships_in_every_language_and_has_no_mistake(): void
    {
        self::assertSame(Language::tags(), WordingKey::LANGUAGES, 'core and shell speak of the same languages');
        $wordings = $this->app->make(Wordings::class);
        foreach (MessageKind::cases() as $kind) {
            foreach (Language::tags() as $language) {
                self::assertSame([], CheckWording::mistakes($kind, $wordings->shipped($kind, $language)), "{$kind->value} {$language}");
                $said = $wordings->render($kind, $wordings->shipped($kind, $language), null, $language, $wordings->sample($kind, null));
                self::assertStringNotContainsString('{{', $said->subject.$said->html.$said->text);
                self::assertStringNotContainsString('how.', $said->text);
                foreach ($kind->variables() as $variable) {
                    $variable->isRequired && self::assertStringContainsString($variable->sample, $said->text, "{$kind->value} {$language}: {$variable->name}");
                }
            }
        }
    }

    public function test_a_message_goes_out_in_the_holders_language_and_in_the_apps_own_words(): void
    {
        config(['rules.messages.wordings' => [self::OWN]]);
        $tam = $this->holder('tam@post.example', 'Tam Pellow');
        DB::table('accounts')->where('id', $tam->id)->update(['language' => 'de']);
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        $row = DB::table('messages')->where('kind', 'reset_password')->sole();
        self::assertSame(['Neu, Tam Pellow', 'gaugebook', 'de'], [$row->subject, $row->app_key, $row->language]);
        $eml = $this->app->make(Composition::class)->open((string) $row->sealed)['eml'];
        self::assertMatchesRegularExpression('/^From: Gaugebook </m', $eml);
        self::assertMatchesRegularExpression('/^Reply-To: help@post.example/m', $eml);
        DB::table('accounts')->where('id', $tam->id)->update(['language' => 'en']);
        DB::table('messages')->delete();
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'])->assertStatus(202);
        self::assertSame('Gaugebook: a new password', DB::table('messages')->where('kind', 'reset_password')->value('subject'), 'nobody wrote English words of their own');
    }

    public function test_the_kinds_are_listed_with_what_each_can_say(): void
    {
        $this->keeper();
        $kinds = $this->ask('/wordings')->assertOk()->json('kinds');
        self::assertSame(MessageKind::names(), array_column($kinds, 'kind'));
        foreach ($kinds as $kind) {
            self::assertStringNotContainsString('wording.', $kind['label'].implode(array_column($kind['variables'], 'about')));
        }
        $this->ask('/wordings/verify_address:*:en')->assertOk()->assertJsonPath('shipped.subject', '{{ app }}: is this your address?')->assertJsonCount(28, 'days');
        foreach (['nothing:*:en', 'verify_address:nowhere:en', 'verify_address:*:fr', 'verify_address'] as $key) {
            $this->ask("/wordings/{$key}")->assertNotFound();
        }
    }

    public function test_how_many_went_out_and_to_whom_is_counted_by_app_and_language(): void
    {
        $this->keeper();
        $people = array_map(fn (string $name): string => $this->holder("{$name}@post.example", ucfirst($name))->id, ['ada', 'bo', 'cy']);
        DB::table('messages')->delete();
        foreach ([[0, 'gaugebook', 'en', '-1 day'], [1, 'gaugebook', 'de', '-1 day'], [2, 'kitloft', 'en', '-2 days'], [0, null, null, '-40 days']] as $at => [$who, $app, $language, $when]) {
            DB::table('messages')->insert(['id' => "019a0f00-0000-7000-8000-00000000000{$at}", 'account_id' => $people[$who], 'act_id' => 'a', 'kind' => 'verify_address', 'recipient' => "n{$at}@post.example", 'subject' => 's', 'state' => 'held', 'sealed' => '', 'created_at' => \Kennel\App\Foundation\Moment::write($this->clock->now()->modify($when)), 'app_key' => $app, 'language' => $language]);
        }
        $count = fn (string $key): array => [array_sum(array_column($this->ask("/wordings/{$key}")->json('days'), 'messages')), array_column($this->ask("/wordings/{$key}")->json('recent'), 'recipient')];
        self::assertSame([1, ['n0@post.example']], $count('verify_address:gaugebook:en'));
        self::assertSame([1, ['n1@post.example']], $count('verify_address:gaugebook:de'));
        self::assertSame([2, ['n3@post.example', 'n2@post.example', 'n0@post.example']], $count('verify_address:*:en'), 'one from before messages knew is in the first language');
        config(['rules.messages.wordings' => [[...self::OWN, 'key' => 'verify_address:gaugebook:en']]]);
        self::assertSame([1, ['n3@post.example', 'n2@post.example']], $count('verify_address:*:en'), 'an app with words of its own does not get those for all');
    }

    public function test_who_is_known_to_be_next_gets_it_by_the_step_that_is_named(): void
    {
        $this->keeper();
        $tam = $this->holder('tam@post.example', 'Tam Pellow');
        $ines = $this->holder('ines@post.example', 'Ines Halvorsen');
        DB::table('accounts')->where('id', $ines->id)->update(['language' => 'de']);
        $next = fn (string $key): array => [$this->ask("/wordings/{$key}")->assertOk()->json('next.count'), array_column($this->ask("/wordings/{$key}")->json('next.first'), 'recipient')];
        self::assertSame([0, []], $next('account_restored:*:en'));
        foreach ([$tam, $ines] as $one) {
            $this->knock('POST', "/accounts/{$one->id}/suspend", ['reason' => 'Asked for by the holder'], ['If-Match' => '*'], 'console')->assertOk();
        }
        self::assertSame([1, ['tam@post.example']], $next('account_restored:*:en'));
        self::assertSame([1, ['ines@post.example']], $next('account_restored:gaugebook:de'));
        self::assertSame([0, []], $next('account_restored:kitloft:de'), 'she is of another app');
        $this->knock('POST', "/accounts/{$tam->id}/restore", ['reason' => 'It was a mistake'], ['If-Match' => '*'], 'console')->assertOk();
        self::assertSame('tam@post.example', DB::table('messages')->where('kind', 'account_restored')->value('recipient'), 'the step sent it');
        self::assertSame([0, []], $next('account_restored:*:en'));
        $this->ask('/wordings/new_sign_in:*:en')->assertOk()->assertJsonPath('next', null);
        config(['rules.messages.wordings' => [[...self::OWN, 'key' => 'account_restored:gaugebook:de']]]);
        self::assertSame([0, []], $next('account_restored:*:de'), 'an app with words of its own does not get those for all');
    }

    public function test_what_is_next_follows_the_way_addresses_are_verified(): void
    {
        $this->keeper();
        $this->holder('rosa@post.example', 'Rosa Lindqvist', proven: false);
        $count = fn (string $kind): int => $this->ask("/wordings/{$kind}:*:en")->assertOk()->json('next.count');
        self::assertSame([1, 0], [$count('verify_address'), $count('verify_by_code')]);
        config(['rules.codes.way' => 'code']);
        self::assertSame([0, 1], [$count('verify_address'), $count('verify_by_code')]);
    }

    public function test_who_may_not_read_accounts_is_told_how_many_and_not_who(): void
    {
        $this->holder('rosa@post.example', 'Rosa Lindqvist', proven: false);
        $this->operatorWith('kennel:console', 'kennel:rules.read');
        $this->ask('/wordings/verify_address:*:en')->assertOk()->assertJsonPath('recent', null)->assertJsonPath('next.count', 1)->assertJsonPath('next.first', null);
    }

    public function test_a_preview_is_what_would_be_sent_or_names_the_mistakes_with_their_place(): void
    {
        $keeper = $this->keeper();
        $tam = $this->holder('tam@post.example', 'Tam <b>Pellow</b>');
        $ask = fn (array $body) => $this->knock('POST', '/wordings/preview', $body, [], 'console');
        $wording = array_diff_key(self::OWN, ['key' => true]);
        $seen = $ask(['key' => self::OWN['key'], 'wording' => $wording])->assertOk()->assertJsonPath('mistakes', [])->assertJsonPath('message.subject', 'Neu, Ines Halvorsen')->assertJsonPath('message.reply_to', 'help@post.example');
        self::assertStringContainsString('Der ganze Link, falls der Knopf nicht geht:', (string) $seen->json('message.html'));
        $real = $ask(['key' => self::OWN['key'], 'wording' => $wording, 'account' => $tam->id, 'scheme' => 'dark'])->assertOk();
        self::assertStringContainsString('Hallo Tam &lt;b&gt;Pellow&lt;/b&gt;', (string) $real->json('message.html'));
        self::assertSame(0, DB::table('messages')->where('kind', 'reset_password')->count(), 'nothing went out');
        $ask(['key' => self::OWN['key'], 'wording' => [...$wording, 'html' => "<p>a</p>\n<p>{{ lnk }}</p>"]])->assertOk()->assertJsonPath('message', null)
            ->assertJsonPath('mistakes.0', ['part' => 'html', 'line' => 2, 'column' => 7, 'code' => 'wording.unknown_variable_near', 'message' => 'There is no variable “lnk” in this message. Did you mean “link”?']);
        $ask(['key' => 'reset_password:*:en', 'wording' => [...$wording, 'html' => str_repeat('a', 20_001)]])->assertStatus(422);
        $ask(['key' => 'reset_password:*:en', 'wording' => $wording, 'scheme' => 'sepia'])->assertStatus(422);
        $ask(['key' => 'reset_password:*:en', 'wording' => $wording, 'account' => '019a0f00-0000-7000-8000-00000000ffff'])->assertNotFound();
        self::assertNotSame('', $keeper->id);
    }

    public function test_whoever_may_not_read_accounts_sees_no_real_one_in_a_preview(): void
    {
        $tam = $this->holder('tam@post.example', 'Tam Pellow');
        $this->operatorWith('kennel:console', 'kennel:rules.read');
        $body = ['key' => 'reset_password:*:en', 'wording' => array_diff_key(self::OWN, ['key' => true])];
        $this->knock('POST', '/wordings/preview', $body, [], 'console')->assertOk();
        $this->knock('POST', '/wordings/preview', [...$body, 'account' => $tam->id], [], 'console')->assertForbidden();
        $this->knock('POST', '/wordings/sample', $body, [], 'console')->assertForbidden();
    }

    public function test_a_sample_goes_to_who_asks_and_counts_as_nothing(): void
    {
        $keeper = $this->keeper();
        $body = ['key' => 'reset_password:*:en', 'wording' => array_diff_key(self::OWN, ['key' => true])];
        $sent = $this->knock('POST', '/wordings/sample', $body, [], 'console')->assertStatus(202);
        $row = DB::table('messages')->where('id', $sent->json('id'))->sole();
        self::assertSame([Messages::SAMPLE, $keeper->email, 'Neu, Ines Halvorsen'], [$row->kind, $row->recipient, $row->subject]);
        $this->ask("/messages/{$row->id}")->assertOk()->assertJsonPath('kind', 'sample');
        self::assertSame(0, array_sum(array_column($this->ask('/wordings/reset_password:*:en')->json('days'), 'messages')));
        $this->knock('POST', '/wordings/sample', ['key' => $body['key'], 'wording' => [...$body['wording'], 'html' => 'x']], [], 'console')->assertStatus(422);
        self::assertSame(1, DB::table('messages')->where('kind', Messages::SAMPLE)->count());
    }

    public function test_the_frame_for_previews_holds_nothing_and_runs_nothing(): void
    {
        $this->keeper();
        $frame = $this->ask('/wordings/frame')->assertOk();
        self::assertStringContainsString('sandbox allow-same-origin', (string) $frame->headers->get('Content-Security-Policy'));
        self::assertStringNotContainsString('script', (string) $frame->headers->get('Content-Security-Policy'));
    }

    public function test_a_draft_with_a_mistake_is_refused_with_its_place(): void
    {
        $this->keeper();
        $draft = $this->ask('/rules/draft')->assertOk();
        $document = $draft->json('document');
        $document['messages']['wordings'] = [[...self::OWN, 'html' => "<p>x</p>\n{{ link }"]];
        $said = $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertStatus(422);
        self::assertStringContainsString('line 2, column 1', (string) $said->getContent());
    }

    public function test_a_case_holds_what_a_message_has_to_say_against_every_draft(): void
    {
        $this->keeper();
        $save = fn (array $body) => $this->knock('POST', '/wordings/cases', ['case' => 'The way back', 'key' => 'reset_password:gaugebook:de', 'phrase' => "60  Minuten\nlang", ...$body], surface: 'console');
        $save([])->assertCreated()->assertJsonPath('expected', []);
        $save(['case' => 'No promise', 'phrase' => 'for ever'])->assertCreated()->assertJsonPath('expected', ['wording.not_said']);
        self::assertSame(['case.name', 'case.phrase', 'case.wording'], self::codes($save(['case' => '', 'phrase' => ' ', 'key' => 'reset_password:nowhere:de'])->assertUnprocessable()));
        $seen = fn (): array => array_map(static fn (array $one): array => [$one['name'], $one['holds'], $one['got'], $one['wording']['key']], (array) $this->ask('/rules/cases')->assertOk()->json('items'));
        self::assertSame([['The way back', true, [], 'reset_password:gaugebook:de'], ['No promise', true, ['wording.not_said'], 'reset_password:gaugebook:de']], $seen());
        config(['rules.messages.wordings' => [[...self::OWN, 'html' => '<p>Für immer: for   ever</p><p><a href="{{ link }}">Los</a></p>']]]);
        self::assertSame([false, false], array_column($seen(), 1));
        self::assertSame(['rules.cases_fail'], array_column((array) $this->ask('/overview')->json('needs'), 'code'));
    }
}
