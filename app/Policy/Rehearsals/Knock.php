<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;

/** Knocks at the doors of one world, and writes down what the person's browsers were answered. */
final readonly class Knock
{
    /** What is typed there is the person's password from then on, whoever typed it. */
    private const CHOOSES = ['POST /signups', 'POST /recoveries/consume', 'POST /invitations/accept', 'PUT /account/password'];

    public function __construct(private Door $door, private Application $inner, private Cast $cast)
    {
    }

    /**
     * @param  'home'|'elsewhere'|'operator'  $browser
     * @param  array<string, string>  $headers
     */
    public function send(string $method, string $path, ?string $body = null, string $browser = 'home', array $headers = []): Answer
    {
        $answer = $this->door->knock($this->inner, $this->cast, $method, $path, $body, $browser, $headers);
        $said = $answer->json();
        if (is_string($said['token'] ?? null) && ($said['needs'] ?? null) === 'second_factor') {
            $this->cast->step = $said['token'];
        }
        if ($answer->isSuccessful() && in_array("{$method} {$path}", self::CHOOSES, true)) {
            $chosen = json_decode((string) $body, true)['password'] ?? null;
            $this->cast->person['password'] = is_string($chosen) ? $chosen : $this->cast->person['password'];
        }
        if ($browser !== 'operator') {
            $this->cast->wire[] = ['method' => $method, 'path' => (string) parse_url($path, PHP_URL_PATH), ...$answer->outcome()->toArray()];
        }

        return $answer;
    }

    /**
     * @param  array<string, mixed>|null  $body
     * @param  'home'|'elsewhere'|'operator'  $browser
     * @param  array<string, string>  $headers
     */
    public function ask(string $method, string $path, ?array $body = null, string $browser = 'home', array $headers = []): Answer
    {
        return $this->send($method, $path, $body === null ? null : json_encode((object) $body, JSON_THROW_ON_ERROR), $browser, $headers);
    }
}
