<?php

declare(strict_types=1);

namespace Kennel\App\Platform;

use Illuminate\Contracts\Translation\Translator;
use Kennel\Core\Reasons\Reason;

/** Puts a reason into words, at the edge and nowhere else. */
final readonly class Words
{
    public function __construct(private Translator $translator)
    {
    }

    public function say(Reason $reason): string
    {
        $key = 'reasons.'.$reason->code;
        $parameters = array_map(static fn ($value): string => is_array($value) ? implode(', ', $value) : (string) $value, $reason->parameters);
        $words = $this->translator->get($key, $parameters);

        return is_string($words) && $words !== $key ? $words : $reason->code;
    }

    /**
     * @param  list<Reason>  $reasons
     * @return list<array{code: string, field: string|null, message: string, parameters: object}>
     */
    public function reasons(array $reasons): array
    {
        return array_map(fn (Reason $reason): array => [
            'code' => $reason->code,
            'field' => $reason->field,
            'message' => $this->say($reason),
            'parameters' => (object) $reason->parameters,
        ], $reasons);
    }
}
