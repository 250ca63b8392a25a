<?php

declare(strict_types=1);

namespace Kennel\App\Platform;

use Illuminate\Contracts\Translation\Translator;
use Kennel\App\Platform\Refusals\Refusal;
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

    /** @return non-empty-list<string> what a command prints: each reason, or what the refusal is when it has none */
    public function refusal(Refusal $refusal): array
    {
        $said = array_map($this->say(...), $refusal->reasons);
        $key = "problems.{$refusal->refusal}.detail";
        $detail = $this->translator->get($key);

        return $said === [] ? [is_string($detail) && $detail !== $key ? $detail : $refusal->refusal] : $said;
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
