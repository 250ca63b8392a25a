<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\OAuth\Clients\AppSecrets;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\Policy\Rehearsals\Mishap;
use Kennel\Core\Policy\Rehearsals\Step;
use Kennel\Core\Policy\Rehearsals\StepKind;
use Kennel\Core\Policy\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/**
 * An app's way to tokens, from the first request to the last, under some rules: in a world that is made for it and gone after it, with a person, a secret and keys
 * that are of no use anywhere else.
 */
final readonly class TryApp
{
    public function __construct(private RaiseCurtain $raise, private Stage $stage, private Door $door, private ClockInterface $clock)
    {
    }

    /**
     * @param  array<string, mixed>  $document  of the rules
     * @return array{hops: list<Hop>, mishaps: list<string>}
     *
     * @throws Refusal for an app that is not registered in them, and a mishap that cannot happen to it
     */
    public function __invoke(string $app, Mishap $mishap, array $document): array
    {
        $document = self::withSecret($app, $document);
        $book = RuleBook::fromArray($document);
        $client = $book->clients->find($app) ?? throw Refusal::notFound();
        if (! $mishap->suits($client)) {
            throw Refusal::invalid([new Reason('trial.mishap', 'mishap', ['mishaps' => implode(', ', Mishap::suiting($client))])]);
        }
        $world = new World(storage_path('rehearsals/'.Str::uuid7()));
        $now = $this->clock->now();
        try {
            $this->stage->set($world, ($this->raise)($world, $document, $app, $now));
            $hops = $this->stage->in($world, $now, function (Application $inner, Cast $cast) use ($book, $client, $mishap): array {
                $this->enter($inner, $cast, $client, $book);

                return (new AppFlow($this->door, $inner, $cast, $client, $this->prepare($inner, $client), $mishap))->play();
            });
        } finally {
            $world->destroy();
        }

        return ['hops' => $hops, 'mishaps' => Mishap::suiting($client)];
    }

    /**
     * An app that signs what it shows is played with a secret: its private key is its own.
     *
     * @param  array<string, mixed>  $document
     * @return array<string, mixed>
     */
    private static function withSecret(string $app, array $document): array
    {
        $clients = array_map(static fn (mixed $one): mixed => is_array($one) && ($one['key'] ?? null) === $app && ($one['token_endpoint_auth_method'] ?? null) === ClientAuthentication::PrivateKeyJwt->value
            ? [...$one, 'token_endpoint_auth_method' => ClientAuthentication::Secret->value, 'jwks' => '']
            : $one, (array) ($document['clients'] ?? []));

        return [...$document, 'clients' => array_values($clients)];
    }

    /** The person signs in, and settles what is owed, before the app asks for anything. */
    private function enter(Application $inner, Cast $cast, Client $client, RuleBook $book): void
    {
        $hash = $inner->make(PasswordHasher::class)->hash(PreparedPassword::from(new Secret($cast->person['password'])));
        $inner->make('db')->transaction(function () use ($inner, $cast, $client, $book, $hash): void {
            Apps::registerMissing([$client->key => ['name' => $client->key, 'kind' => $client->kind->value]]);
            $accounts = $inner->make(Accounts::class);
            $person = $accounts->add(PersonName::parse($cast->person['name']), EmailAddress::parse($cast->person['email']), HashKind::describe($hash), $client->key, $book->signup->terms->version);
            $accounts->change($person, ['status' => Status::Active, 'email_proven_at' => Moment::write($inner->make(ClockInterface::class)->now())]);
            $inner->make(Assignments::class)->assignAll([$person->id], array_values(array_unique([...$book->signup->roles, ...$book->apps[$client->key]->roles ?? []])), 'Kennel', 'trial');
        });
        $play = new PlayStep($this->door, $inner, $cast, $client->key);
        $play(new Step(StepKind::SignIn));
        $play(new Step(StepKind::Complete));
        WorldClock::of($inner)->move(5);
    }

    /** @return string what the app shows; "" for one that shows nothing */
    private function prepare(Application $inner, Client $client): string
    {
        $inner->forgetScopedInstances();
        $inner->make(SigningKeys::class)->prepare($client->algorithm);

        return $client->authentication === ClientAuthentication::None ? '' : $inner->make(AppSecrets::class)->add($inner->make(Clients::class)->find($client->key) ?? $client, Actor::system())['token']->reveal();
    }
}
