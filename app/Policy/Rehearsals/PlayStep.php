<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Retention\Purge;
use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Policy\Rehearsals\Outcome;
use Kennel\Core\Policy\Rehearsals\Step;
use Kennel\Core\Policy\Rehearsals\StepKind;
use Kennel\Core\Registration\Signup\ProofOfWork;
use ParagonIE\ConstantTime\Base32;
use Psr\Clock\ClockInterface;

/**
 * Takes one step of a journey in a world, as the person's browser or an operator's would: the same requests at the same doors as the pages send, so that
 * what comes of it comes of the rules and of nothing else.
 */
final readonly class PlayStep
{
    private const WRONG = 'not the password of anybody';

    private const PHONE = '+47 21 93 00 47';

    private const TRIES = 2_000_000;

    private Knock $knock;

    public function __construct(Door $door, private Application $inner, private Cast $cast, private string $app)
    {
        $this->knock = new Knock($door, $inner, $cast);
    }

    /** @return Outcome|null what the last request was answered with; null for time that passes */
    public function __invoke(Step $step): ?Outcome
    {
        $outcome = null;
        for ($time = 0; $time < $step->times; $time++) {
            $outcome = $this->take($step->kind, $step->source === Step::ELSEWHERE ? 'elsewhere' : 'home');
        }
        (new Post($this->inner))->deliver();

        return $outcome;
    }

    /** @param  'home'|'elsewhere'  $from */
    private function take(StepKind $kind, string $from): ?Outcome
    {
        $person = $this->cast->person;

        return match ($kind) {
            StepKind::SignUp => $this->signUp(),
            StepKind::PressLink => $this->pressLink(),
            StepKind::SignIn => $this->signIn($person['password'], $from),
            StepKind::WrongPassword => $this->signIn(self::WRONG, $from),
            StepKind::TypeCode => $this->secondFactor($this->code()),
            StepKind::TypeRecoveryCode => $this->secondFactor((string) array_shift($this->cast->recoveryCodes)),
            StepKind::AddApp => $this->addApp('home'),
            StepKind::AddPhone => $this->addPhone(),
            StepKind::TextCode => $this->textCode(),
            StepKind::Complete => $this->complete('home'),
            StepKind::Recover => $this->asked('POST', '/recoveries', ['email' => $person['email']]),
            StepKind::MailSignin => $this->asked('POST', '/signins/mail', ['email' => $person['email'], 'app' => $this->app]),
            StepKind::SignOut => $this->asked('DELETE', '/session'),
            StepKind::LookAtAccount => $this->asked('GET', '/session'),
            StepKind::Invite => $this->invite(),
            StepKind::Suspend => $this->toAccount('suspend'),
            StepKind::ResetFactors => $this->toAccount('factors/reset'),
            StepKind::Release => $this->toAccount('release'),
            StepKind::Purge => $this->purge(),
            StepKind::Wait => null,
        };
    }

    /**
     * @param  array<string, mixed>|null  $body
     * @param  'home'|'elsewhere'|'operator'  $browser
     * @param  array<string, string>  $headers
     */
    private function asked(string $method, string $path, ?array $body = null, string $browser = 'home', array $headers = []): Outcome
    {
        return $this->knock->ask($method, $path, $body, $browser, $method === 'POST' && $browser !== 'operator' ? $headers + ['idempotency-key' => (string) Str::uuid7()] : $headers)->outcome();
    }

    /**
     * @param  'home'|'operator'  $browser
     * @return array<array-key, mixed>
     */
    private function got(string $path, string $browser = 'home'): array
    {
        return $this->knock->ask('GET', $path, null, $browser)->json();
    }

    private function signUp(): Outcome
    {
        $opened = $this->knock->ask('POST', '/signups/forms', ['app' => $this->app]);
        $form = $opened->json();
        if (! is_string($form['token'] ?? null)) {
            return $opened->outcome();
        }
        // As somebody takes who reads the form.
        WorldClock::of($this->inner)->move((int) ($form['wait_seconds'] ?? 0));
        $answer = 0;
        while ($answer < self::TRIES && ! ProofOfWork::isDone((string) $form['challenge'], (string) $answer, (int) $form['work_bits'])) {
            $answer++;
        }
        $app = $this->got("/apps/{$this->app}");
        $fields = is_array($app['signup'] ?? null) ? self::samples((array) ($app['signup']['fields'] ?? [])) : [];

        return $this->asked('POST', '/signups', [
            'app' => $this->app, ...$this->cast->person, 'fields' => (object) $fields, 'terms' => is_array($app['terms'] ?? null) ? $app['terms']['version'] : null,
            'form' => ['token' => $form['token'], 'trap' => '', 'answer' => (string) $answer],
        ]);
    }

    private function pressLink(): Outcome
    {
        foreach ((new Post($this->inner))->received() as $message) {
            if ($message['link'] !== null) {
                return $this->follow($message['link']);
            }
        }

        return new Outcome(0, 'rehearsal.no_link');
    }

    /** Looked at first, as the page does; what is refused then is not pressed. */
    private function follow(string $link): Outcome
    {
        preg_match('#^/a/[a-z0-9-]+/([a-z-]+).*\#t=(.+)$#', $link, $found);
        [, $page, $token] = $found + ['', '', ''];
        [$inspect, $consume, $more] = match ($page) {
            'verify' => ['/verifications/inspect', '/verifications/consume', []],
            'reset' => ['/recoveries/inspect', '/recoveries/consume', ['password' => $this->another()]],
            'mailed' => ['/signins/mail/inspect', '/signins/mail/consume', ['keep' => false]],
            'invited' => ['/invitations/inspect', '/invitations/accept', ['name' => $this->cast->person['name'], 'password' => $this->cast->person['password']]],
            default => ['', '', []],
        };
        if ($inspect === '') {
            return new Outcome(0, 'rehearsal.other_link');
        }
        $looked = $this->knock->ask('POST', $inspect, ['token' => $token]);
        if (! $looked->isSuccessful()) {
            return $looked->outcome();
        }
        $asks = $looked->json()['asks'] ?? null;
        if ($page === 'verify' && is_string($asks) && $asks !== 'nothing') {
            $more = ['password' => $this->cast->person['password']];
        }

        return $this->asked('POST', $consume, ['token' => $token, ...$more]);
    }

    private function another(): string
    {
        return "{$this->cast->person['password']} 2";
    }

    /** @param  'home'|'elsewhere'  $from */
    private function signIn(string $password, string $from): Outcome
    {
        return $this->asked('POST', '/sessions', ['email' => $this->cast->person['email'], 'password' => $password, 'keep' => false], $from);
    }

    private function secondFactor(string $code): Outcome
    {
        return $this->asked('POST', '/sessions/second-factor', ['token' => $this->cast->step ?? '', 'code' => $code, 'trust_device' => false]);
    }

    private function code(): string
    {
        if ($this->cast->totp === null) {
            return (new Post($this->inner))->lastTextCode() ?? '000000';
        }

        return self::totp($this->cast->totp)->code(self::totp($this->cast->totp)->stepAt($this->inner->make(ClockInterface::class)->now()));
    }

    private static function totp(string $key): Totp
    {
        return new Totp(new Secret(Base32::decodeUpper($key)));
    }

    /** @param  'home'|'operator'  $browser */
    private function addApp(string $browser): Outcome
    {
        $begun = $this->knock->ask('POST', '/account/factors/authenticators', ['name' => 'Rehearsed'], $browser);
        $key = $begun->json()['key'] ?? null;
        if (! is_string($key)) {
            return $begun->outcome();
        }
        $key = str_replace(' ', '', $key);
        $totp = self::totp($key);
        $confirmed = $this->knock->ask('POST', '/account/factors/authenticators/'.$begun->json()['id'].'/confirm', ['code' => $totp->code($totp->stepAt($this->inner->make(ClockInterface::class)->now()))], $browser);
        if ($browser === 'home' && $confirmed->isSuccessful()) {
            $this->cast->totp = $key;
            $this->keepSheet($confirmed);
        }

        return $confirmed->outcome();
    }

    private function addPhone(): Outcome
    {
        $begun = $this->knock->ask('POST', '/account/factors/phones', ['number' => self::PHONE]);
        $id = $begun->json()['id'] ?? null;
        if (! is_string($id)) {
            return $begun->outcome();
        }
        $post = new Post($this->inner);
        $post->deliver();
        $confirmed = $this->knock->ask('POST', "/account/factors/phones/{$id}/confirm", ['code' => $post->lastTextCode() ?? '']);
        $this->keepSheet($confirmed);

        return $confirmed->outcome();
    }

    /** The recovery codes that come with the first factor. */
    private function keepSheet(Answer $confirmed): void
    {
        $sheet = $confirmed->json()['recovery_codes'] ?? null;
        $this->cast->recoveryCodes = is_array($sheet) ? array_values(array_map(strval(...), $sheet)) : $this->cast->recoveryCodes;
    }

    /** To the telephone the first step named, which is asked for again: what it answered is not kept. */
    private function textCode(): Outcome
    {
        $phones = $this->knock->ask('POST', '/sessions', ['email' => $this->cast->person['email'], 'password' => $this->cast->person['password'], 'keep' => false])->json()['phones'] ?? [];
        $first = is_array($phones) ? array_values($phones)[0]['id'] ?? null : null;

        return $this->asked('POST', '/sessions/second-factor/text', ['token' => $this->cast->step ?? '', 'phone' => is_string($first) ? $first : '']);
    }

    /** Settles what is owed: terms, fields, a second factor. @param  'home'|'operator'  $browser */
    private function complete(string $browser): Outcome
    {
        $session = $this->got('/session', $browser);
        $duties = is_array($session['standing'] ?? null) ? (array) $session['standing']['duties'] : [];
        $app = $this->got('/apps/'.($session['account']['app'] ?? $this->app), $browser);
        if (in_array('accept_terms', $duties, true) && is_array($app['terms'] ?? null)) {
            $this->asked('POST', '/account/terms', ['version' => $app['terms']['version']], $browser);
        }
        if (in_array('complete_fields', $duties, true)) {
            $own = $this->got('/account', $browser);
            $owed = array_filter(array_map(static fn (mixed $one): string => is_array($one) ? (string) ($one['subject'] ?? '') : '', (array) ($own['owed'] ?? [])));
            $fields = array_filter((array) ($app['fields'] ?? []), static fn (mixed $one): bool => is_array($one) && in_array("complete_fields:{$one['key']}", $owed, true));
            $this->asked('PATCH', '/account/fields', ['fields' => (object) self::samples($fields)], $browser, ['if-match' => '"v'.($own['version'] ?? 0).'"']);
        }
        if (in_array('add_factor', $duties, true)) {
            $this->addApp($browser);
        }

        return $this->asked('GET', '/session', null, $browser);
    }

    private function invite(): Outcome
    {
        $this->enterAsOperator();

        return $this->asked('POST', '/invitations', [
            'app' => $this->app, 'roles' => [], 'language' => 'en', 'way' => 'link', 'words' => '', 'rows' => [['email' => $this->cast->person['email'], 'name' => $this->cast->person['name']]],
        ], 'operator', ['idempotency-key' => (string) Str::uuid7()]);
    }

    /** @param  'suspend'|'factors/reset'|'release'  $act */
    private function toAccount(string $act): Outcome
    {
        $this->enterAsOperator();
        $account = $this->inner->make(Accounts::class)->byAddress(EmailAddress::parse($this->cast->person['email']));
        if ($account === null) {
            return new Outcome(404, 'request.not_found');
        }

        return $this->asked('POST', "/accounts/{$account->id}/{$act}", ['reason' => 'Rehearsed'], 'operator', $act === 'suspend' ? ['if-match' => '"v'.$account->version.'"'] : []);
    }

    /** The world's own keeper signs in anew each time: a fresh proof, whatever the clock was moved by. */
    private function enterAsOperator(): void
    {
        $this->knock->ask('POST', '/sessions', ['email' => $this->cast->operator['email'], 'password' => $this->cast->operator['password'], 'keep' => false], 'operator');
        $this->complete('operator');
    }

    private function purge(): null
    {
        foreach ($this->inner->make(Purge::class)->steps() as $step) {
            $step();
        }

        return null;
    }

    /**
     * @param  array<array-key, mixed>  $fields  as the app's description has them
     * @return array<string, mixed> a value that each would take
     */
    private static function samples(array $fields): array
    {
        $values = [];
        foreach ($fields as $field) {
            if (is_array($field) && is_string($field['key'] ?? null) && ($field['required'] ?? 'never') !== 'never') {
                $values[$field['key']] = self::sample($field);
            }
        }

        return $values;
    }

    /** @param  array<array-key, mixed>  $field */
    private static function sample(array $field): mixed
    {
        $choices = array_column(is_array($field['choices'] ?? null) ? $field['choices'] : [], 'value');
        $minimum = is_numeric($field['minimum'] ?? null) ? $field['minimum'] : null;

        return match ($field['type'] ?? '') {
            'one_choice', 'country' => $choices[0] ?? null,
            'several_choices' => array_slice($choices, 0, max(1, (int) $minimum)),
            'yes_no' => true,
            'number' => $minimum ?? 1,
            'date' => '2015-06-01',
            'phone' => self::PHONE,
            'url' => 'https://rehearsal.example/',
            'picture' => null,
            default => str_pad('Rehearsed', (int) $minimum, '.'),
        };
    }
}
