<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Http\FieldResource;
use Kennel\App\Directory\Pictures\PictureLinks;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Directory\Accounts\TermsRules;
use Kennel\Core\Directory\Apps\SigninWay;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\Required;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Clients\TokenFormat;
use Kennel\Core\Registration\Signup\SignupSchema;
use Kennel\Core\Registration\Verification\VerificationRules;
use Kennel\Core\SignIn\Providers\Provider;
use Kennel\Core\SignIn\Providers\ProviderRules;
use Psr\Clock\ClockInterface;

final readonly class AppController
{
    public function __construct(
        private Apps $apps,
        private Words $words,
        private PasswordRules $password,
        private FieldRules $fields,
        private TermsRules $terms,
        private PictureLinks $links,
        private CodeRules $codes,
        private VerificationRules $verification,
        private ProviderRules $providers,
        private Clients $clients,
    ) {
    }

    public function index(Caller $session): JsonResponse
    {
        $session->require(Permission::AppsRead);

        return Json::ok(['items' => array_map($this->present(...), $this->apps->all())]);
    }

    /** What an account page must know before anybody has signed in. */
    public function show(string $key): JsonResponse
    {
        return Json::ok($this->present($this->find($key)));
    }

    /** What a form of the app's own can check by itself. */
    public function signupSchema(string $key, SignupSchema $schema, ClockInterface $clock): JsonResponse
    {
        return Json::ok(
            $schema->of($this->find($key)->rules, $clock->now()),
            headers: ['Content-Type' => 'application/schema+json', 'Cache-Control' => 'public, max-age=60', 'Vary' => UnderDraft::HEADER],
        );
    }

    private function find(string $key): App
    {
        return $this->apps->find($key) ?? throw Refusal::notFound();
    }

    /** @return array<string, mixed> */
    private function present(App $app): array
    {
        $admission = $app->rules->admission;
        $closed = $admission->isOpen() ? null : $admission->reasonAgainst(null);
        $look = $app->rules->look;
        $asked = $this->fields->askedBy($app->key);
        $client = $this->clients->find($app->key);
        $atSignup = array_filter($asked, static fn (Field $field): bool => $field->required === Required::AtSignup);

        return [
            'key' => $app->key,
            'name' => $look->name,
            'kind' => $app->kind,
            'summary' => $app->summary,
            'look' => [
                'colour' => $look->colour,
                'letters' => $look->letters(),
                'ground' => $look->ground === '' ? null : $look->ground,
                'logo' => $look->logo === '' ? null : $this->links->toLogo($look->logo),
            ],
            'verification' => [
                'way' => $this->codes->way->value,
                'code_length' => $this->codes->length,
                'code_has_letters' => $this->codes->hasLetters,
                'resend_after' => $this->verification->coolDown->seconds,
            ],
            'ways' => array_map(static fn (SigninWay $way): string => $way->value, $app->rules->ways),
            'home' => $app->rules->landing->address?->isOnTheWeb === true ? $app->rules->landing->address->toString() : null,
            'signed_tokens_for' => $client?->format === TokenFormat::Jwt ? $client->accessLifetime->seconds : null,
            'providers' => array_map(static fn (Provider $one): array => ['key' => $one->key, 'name' => $one->name], $this->providers->named($app->rules->providers)),
            'signup' => [
                'admission' => $admission->kind,
                'domains' => $admission->domains->domains,
                'subdomains' => $admission->domains->withSubdomains,
                'closed' => $closed === null ? null : $this->words->say($closed),
                'registered' => $app->rules->isDiscreet ? 'discreet' : 'say_so',
                'session' => $app->rules->opensSession ? 'at_once' : 'after_proof',
                'password' => ['minimum' => $this->password->minimum, 'maximum' => $this->password->maximum],
                'fields' => FieldResource::all($atSignup),
            ],
            'fields' => FieldResource::all($asked),
            'terms' => $this->terms->areAsked() ? ['version' => $this->terms->version, 'text' => $this->terms->text] : null,
        ];
    }
}
