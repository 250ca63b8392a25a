<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Reasons\Reason;

/** A request's query string, read strictly. Every mistake is a 422 that names the parameter. */
final readonly class Query
{
    public function __construct(private Request $request)
    {
    }

    public function text(string $key, int $maximum = 200): ?string
    {
        $value = $this->request->query->all()[$key] ?? null;
        if ($value === null || $value === '') {
            return null;
        }
        if (! is_string($value) || ! mb_check_encoding($value, 'UTF-8') || mb_strlen($value) > $maximum || str_contains($value, "\0")) {
            throw Refusal::invalid([new Reason('query.text', $key, ['maximum' => $maximum])]);
        }

        return $value;
    }

    /** @param  non-empty-list<string>  $choices */
    public function choice(string $key, array $choices): ?string
    {
        $value = $this->text($key);
        if ($value !== null && ! in_array($value, $choices, true)) {
            throw Refusal::invalid([new Reason('query.choice', $key, ['choices' => $choices])]);
        }

        return $value;
    }

    public function uuid(string $key): ?string
    {
        $value = $this->text($key);
        if ($value !== null && preg_match('/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/D', $value) !== 1) {
            throw Refusal::invalid([new Reason('query.id', $key)]);
        }

        return $value;
    }

    public function number(string $key, int $default, int $minimum, int $maximum): int
    {
        $value = $this->text($key);
        if ($value === null) {
            return $default;
        }
        if (preg_match('/^\d{1,15}$/D', $value) !== 1 || (int) $value < $minimum || (int) $value > $maximum) {
            throw Refusal::invalid([new Reason('query.number', $key, ['minimum' => $minimum, 'maximum' => $maximum])]);
        }

        return (int) $value;
    }
}
