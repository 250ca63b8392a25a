<?php

declare(strict_types=1);

namespace Kennel\App\Apps;

use Illuminate\Http\JsonResponse;
use Kennel\App\Platform\Http\Json;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Platform\Words;
use Kennel\App\Sessions\CurrentSession;
use Kennel\Core\Passwords\PasswordRules;

final readonly class AppController
{
    public function __construct(private Apps $apps, private Words $words, private PasswordRules $password)
    {
    }

    public function index(CurrentSession $session): JsonResponse
    {
        $session->require('kennel:apps.read');

        return Json::ok(['items' => array_map($this->present(...), $this->apps->all())]);
    }

    /** What an account page must know before anybody has signed in. */
    public function show(string $key): JsonResponse
    {
        return Json::ok($this->present($this->apps->find($key) ?? throw Problem::notFound()));
    }

    /** @return array<string, mixed> */
    private function present(App $app): array
    {
        $closed = $app->admission->isOpen() ? null : $app->admission->reasonAgainst(null);

        return [
            'key' => $app->key,
            'name' => $app->name,
            'kind' => $app->kind,
            'summary' => $app->summary,
            'colour' => $app->colour,
            'signup' => [
                'admission' => $app->admission->kind,
                'domains' => $app->admission->domains->domains,
                'subdomains' => $app->admission->domains->withSubdomains,
                'closed' => $closed === null ? null : $this->words->say($closed),
                'password' => ['minimum' => $this->password->minimum, 'maximum' => $this->password->maximum],
            ],
        ];
    }
}
