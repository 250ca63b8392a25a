<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Credentials\Http\ConsoleOperator;
use Kennel\App\Credentials\Sessions\OpenSession;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\BrowserMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\App\Registration\Signup\FormInput;
use Kennel\App\Registration\Signup\Forms;
use Kennel\App\Registration\Signup\Funnel;
use Kennel\App\Registration\Signup\Rehearsal;
use Kennel\App\Registration\Signup\SignupFigures;
use Kennel\App\Registration\Signup\SubmitSignup;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Registration\Signup\SignupInput;

/** What a stranger sends is read before what acts upon it is made, so that a refusal costs little: that is asked for with app(). */
final readonly class SignupController
{
    public function __construct(private Apps $apps, private Words $words)
    {
    }

    /** A form is opened: what it has to send back, and how long it has to wait. */
    public function open(Request $request, Forms $forms, SignupFigures $tallies, BrowserMark $mark): JsonResponse
    {
        $body = Body::of($request);
        $app = $this->app($body->text('app'));
        $body->complete();
        $tallies->opened($app->key);

        return Json::ok($forms->open($app->key), 201)->withCookie($mark->cookie($request));
    }

    public function store(Request $request): JsonResponse
    {
        [$input, $app, $form] = $this->read($request);
        [$signUp, $forms, $tallies] = [app(SubmitSignup::class), app(Forms::class), app(SignupFigures::class)];
        $source = (string) $request->ip();
        $refusal = $forms->judge($app->key, $form, $source);
        if ($refusal !== null) {
            $tallies->refused($app->key, [$refusal->code]);
            throw $refusal->code === 'bots.source'
                ? Refusal::heldBack('signup.refused', $forms->retryAfter($source), [$refusal])
                : Refusal::invalid([$refusal], 'signup.refused');
        }
        $session = null;
        $verdict = $signUp($input, $app, BrowserMark::of($request), function (?Account $account) use ($app, $form, $forms, $request, &$session): void {
            if (! $forms->spend($app->key, $form)) {
                throw Refusal::invalid([new Reason('bots.form')], 'signup.refused');
            }
            $session = $account !== null && $app->rules->opensSession ? app(OpenSession::class)($account, Browser::of($request), false) : null;
        });
        if (! $verdict->isAccepted()) {
            throw Refusal::invalid($verdict->reasons, 'signup.refused');
        }

        return $session === null
            ? Json::ok(['state' => 'look_for_message'], 202)
            : Json::ok(['state' => 'signed_in'], 202)->withCookie(Surface::of($request)->cookie($session['token']->reveal(), null));
    }

    public function verdict(Request $request): JsonResponse
    {
        [$input, $app] = $this->read($request);
        $verdict = app(SubmitSignup::class)->verdict($input, $app);

        return Json::ok(['accepted' => $verdict->isAccepted(), 'reasons' => $this->words->reasons($verdict->reasons)]);
    }

    /** Everything a sign-up does, shown and undone: what it would write, send and record. */
    public function rehearse(Request $request, SubmitSignup $signUp, Rehearsal $rehearsal): JsonResponse
    {
        ConsoleOperator::of($request, Permission::RulesRead);
        [$input, $app] = $this->read($request);
        $prepared = $signUp->prepare($input, $app, isRehearsal: true);
        $evidence = ! $prepared->verdict->isAccepted() ? [] : $rehearsal->of(static fn () => $signUp->write($prepared, $app, null, static function (): void {
        }));

        return Json::ok([
            'accepted' => $prepared->verdict->isAccepted(),
            'reasons' => $this->words->reasons($prepared->verdict->reasons),
            'state' => $app->rules->opensSession ? 'signed_in' : 'look_for_message',
            'evidence' => $evidence,
        ]);
    }

    public function funnel(Request $request, Funnel $funnel): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($funnel->of($query->text('app', 40), $query->number('days', 30, 1, 365)));
    }

    /** @return array{SignupInput, App, FormInput} */
    private function read(Request $request): array
    {
        $body = Body::of($request);
        $key = $body->text('app');
        $input = new SignupInput($body->text('name'), $body->text('email'), $body->secret('password'), $body->object('fields'), $body->text('terms'));
        $form = $body->object('form');
        $body->complete();
        $part = static fn (string $key): string => is_string($form[$key] ?? null) ? $form[$key] : '';

        return [$input, $this->app($key), new FormInput($part('token'), $part('trap'), $part('answer'))];
    }

    private function app(?string $key): App
    {
        $app = $key === null || preg_match('/^[a-z0-9-]{1,40}$/D', $key) !== 1 ? null : $this->apps->find($key);

        return $app ?? throw Refusal::invalid([new Reason('app.unknown', 'app')]);
    }
}
