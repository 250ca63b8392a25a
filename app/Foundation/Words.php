<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Illuminate\Contracts\Translation\Translator;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Reasons\Reason;

/** Puts a reason into words, at the edge and nowhere else. */
final readonly class Words
{
    /** Parameters that are days of ours. What somebody typed is said back as they typed it. */
    private const DAYS = ['version', 'earliest', 'latest'];

    public function __construct(private Translator $translator)
    {
    }

    public function say(Reason $reason): string
    {
        $key = 'reasons.'.$reason->code;
        $parameters = [];
        foreach ($reason->parameters as $name => $value) {
            $parameters[$name] = in_array($name, self::DAYS, true) ? $this->day($value) : (is_array($value) ? implode(', ', $value) : (string) $value);
        }
        // What is counted decides between the forms a sentence has.
        $counted = $reason->parameters['count'] ?? $reason->parameters['accounts'] ?? null;
        $words = is_int($counted) ? $this->translator->choice($key, $counted, $parameters) : $this->translator->get($key, $parameters);

        return is_string($words) && $words !== $key ? $words : $reason->code;
    }

    /** A day of the calendar as people of the language write it; anything else, such as "today", as it is. */
    private function day(mixed $value): string
    {
        if (! is_string($value) || preg_match('/^\d{4}-\d{2}-\d{2}$/D', $value) !== 1) {
            return is_scalar($value) ? (string) $value : '';
        }
        $locale = $this->translator->getLocale() === 'en' ? 'en_GB' : $this->translator->getLocale();
        $day = (new \IntlDateFormatter($locale, \IntlDateFormatter::LONG, \IntlDateFormatter::NONE, 'UTC'))->format(new \DateTimeImmutable("{$value}T00:00:00Z"));

        return $day === false ? $value : $day;
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
