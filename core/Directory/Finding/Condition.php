<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Finding;

use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** One thing that is asked of accounts. */
final readonly class Condition
{
    public const LONGEST = 200;

    private const MOMENT = '/^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?Z)?$/D';

    private function __construct(
        public Subject $subject,
        /** The field's key, or the kind of metadata and its path; "" for the others. */
        public string $key,
        public Comparison $comparison,
        /** "" where none is taken. */
        public string $value,
    ) {
    }

    /**
     * @param  mixed  $written  ["status", "is", "active"], ["field", "home_reach", "has"], ["created", "before", "P7D"]
     *
     * @throws Refused
     */
    public static function read(mixed $written): self
    {
        $written = self::texts($written);
        $subject = Subject::tryFrom((string) array_shift($written)) ?? throw new Refused(new Reason('where.subject', 'where', ['subjects' => array_column(Subject::cases(), 'value')]));
        $key = $subject->takesKey() ? (string) array_shift($written) : '';
        $comparison = Comparison::tryFrom((string) array_shift($written));
        if ($comparison === null || ! in_array($comparison, $subject->comparisons(), true)) {
            throw new Refused(new Reason('where.comparison', 'where', ['subject' => $subject->value, 'comparisons' => array_column($subject->comparisons(), 'value')]));
        }
        if (count($written) !== ($comparison->takesValue() ? 1 : 0) || ($subject->takesKey() && $key === '')) {
            throw new Refused(new Reason('where.condition', 'where'));
        }
        $value = (string) array_shift($written);
        if ($comparison->isOfMoments() && ! self::isMoment($value)) {
            throw new Refused(new Reason('where.moment', 'where'));
        }
        $values = $comparison->takesValue() && ! $comparison->isOfMoments() ? $subject->values() : null;
        if ($values !== null && ! in_array($value, $values, true)) {
            throw new Refused(new Reason('where.value', 'where', ['subject' => $subject->value, 'values' => $values]));
        }

        return new self($subject, $key, $comparison, $value);
    }

    /** @return non-empty-list<string> as read() takes it */
    public function written(): array
    {
        return [
            $this->subject->value,
            ...$this->subject->takesKey() ? [$this->key] : [],
            $this->comparison->value,
            ...$this->comparison->takesValue() ? [$this->value] : [],
        ];
    }

    /** The moment a Before or Since means, as text that sorts as stored moments do: a day begins at midnight (UTC). */
    public function moment(\DateTimeImmutable $now): string
    {
        if (str_starts_with($this->value, 'P')) {
            return self::stored($now->modify('-'.Duration::parse($this->value)->seconds.' seconds'));
        }

        return str_contains($this->value, 'T') ? self::stored(new \DateTimeImmutable($this->value)) : $this->value;
    }

    private static function stored(\DateTimeImmutable $moment): string
    {
        return $moment->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s.v\Z');
    }

    /**
     * @return list<string>
     *
     * @throws Refused
     */
    private static function texts(mixed $written): array
    {
        $texts = is_array($written) && array_is_list($written) ? array_values(array_filter($written, is_string(...))) : [];
        $isShort = array_filter($texts, static fn (string $text): bool => strlen($text) > 4 * self::LONGEST || mb_strlen($text) > self::LONGEST) === [];

        return $texts === $written && $isShort ? $texts : throw new Refused(new Reason('where.condition', 'where'));
    }

    private static function isMoment(string $value): bool
    {
        if (preg_match(self::MOMENT, $value) === 1) {
            return checkdate((int) substr($value, 5, 2), (int) substr($value, 8, 2), (int) substr($value, 0, 4)) && preg_match('/T(2[4-9]|[3-9]|\d{2}:[6-9]|\d{2}:\d{2}:[6-9])/', $value) === 0;
        }

        return preg_match('/'.Duration::PATTERN.'/D', $value) === 1 && preg_match('/[1-9]/', $value) === 1;
    }
}
