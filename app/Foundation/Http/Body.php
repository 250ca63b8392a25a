<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Documents\StoredJson;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;

/**
 * A request's JSON object, read strictly: known keys only, each of its type and size, all mistakes reported at once. Values arrive
 * exactly as they were sent; nothing is trimmed or cast.
 */
final class Body
{
    /** In bytes. The largest thing anyone sends by hand is a name and a password. */
    public const MAXIMUM = 65_536;

    /** In bytes, for the doors that take a whole rule book: terms in many words, and hundreds of choices. */
    public const RULE_BOOK = 1_048_576;

    /** In bytes, for a list of a few thousand people. */
    public const LIST = 2_097_152;

    /** In bytes, for one text; the rules in the core are far stricter and say so in code points. */
    private const LONGEST_TEXT = 16_384;

    /** @var list<Reason> */
    private array $reasons = [];

    /** @var list<string> */
    private array $read = [];

    /** @param  array<array-key, mixed>  $values */
    private function __construct(private readonly array $values, private readonly string $content)
    {
    }

    /** @throws Problem 400, 413 or 415 */
    public static function of(Request $request, int $maximum = self::MAXIMUM): self
    {
        if ($request->headers->get('Content-Type') === null || ! preg_match('#^application/json\s*(;|$)#i', (string) $request->headers->get('Content-Type'))) {
            throw new Problem(415, 'request.not_json');
        }
        $content = $request->getContent();
        if (strlen($content) > $maximum) {
            throw new Problem(413, 'request.too_large', [new Reason('request.too_large', null, ['maximum' => $maximum])]);
        }
        $values = json_decode($content, true, 16);
        // "{}" and "[]" decode alike; only an object may be meant here.
        if (! is_array($values) || ! str_starts_with(ltrim($content), '{')) {
            throw new Problem(400, 'request.malformed');
        }

        return new self($values, $content);
    }

    public function text(string $key): ?string
    {
        $value = $this->value($key);
        if ($value === null) {
            return null;
        }
        if (! is_string($value)) {
            $this->reasons[] = new Reason('type.text', $key);

            return null;
        }
        if (strlen($value) > self::LONGEST_TEXT) {
            $this->reasons[] = new Reason('text.too_long', $key, ['maximum' => self::LONGEST_TEXT]);

            return null;
        }

        return $value;
    }

    /** @throws Refusal at once, since nothing can be done without it */
    public function address(string $key): EmailAddress
    {
        try {
            return EmailAddress::parse($this->text($key) ?? '');
        } catch (Refused $refused) {
            throw Refusal::invalid([...$this->reasons, $refused->reason]);
        }
    }

    public function secret(string $key): ?Secret
    {
        $text = $this->text($key);

        return $text === null ? null : new Secret($text);
    }

    /** @return array<array-key, mixed> empty when it was not sent */
    public function object(string $key): array
    {
        $value = $this->value($key) ?? [];
        if (! is_array($value) || ($value !== [] && array_is_list($value))) {
            $this->reasons[] = new Reason('type.object', $key);

            return [];
        }

        return $value;
    }

    /** @return list<string> empty when it was not sent */
    public function texts(string $key): array
    {
        $value = $this->value($key) ?? [];
        $texts = is_array($value) && array_is_list($value) ? array_values(array_filter($value, is_string(...))) : null;
        if ($texts === null || $texts !== $value) {
            $this->reasons[] = new Reason('type.texts', $key);

            return [];
        }

        return $texts;
    }

    /** @return list<array<array-key, mixed>> objects; empty when it was not sent */
    public function rows(string $key): array
    {
        $value = $this->value($key) ?? [];
        $rows = is_array($value) && array_is_list($value) ? array_values(array_filter($value, static fn (mixed $row): bool => is_array($row) && ! array_is_list($row))) : null;
        if ($rows === null || count($rows) !== count((array) $value)) {
            $this->reasons[] = new Reason('type.objects', $key);

            return [];
        }

        return $rows;
    }

    public function has(string $key): bool
    {
        return array_key_exists($key, $this->values);
    }

    /**
     * Objects of free JSON, each as it was sent: in arrays {} and [] would be one.
     *
     * @param  list<string>  $names  of those there may be
     * @return array<string, string> JSON by name; those that were not sent are left out
     */
    public function documents(string $key, array $names): array
    {
        $sent = $this->object($key);
        $objects = $sent === [] ? [] : ((array) StoredJson::decode($this->content))[$key] ?? [];
        $documents = [];
        foreach ((array) $objects as $name => $document) {
            if (in_array($name, $names, true)) {
                $documents[(string) $name] = (string) json_encode($document, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION);
            } else {
                $this->reasons[] = new Reason('key.unknown', "{$key}.".mb_substr((string) $name, 0, 60));
            }
        }

        return $documents;
    }

    public function number(string $key): ?int
    {
        $value = $this->value($key);
        if ($value !== null && ! is_int($value)) {
            $this->reasons[] = new Reason('type.integer', $key);

            return null;
        }

        return $value;
    }

    /** @return \DateTimeImmutable|null null when it was not sent */
    public function moment(string $key): ?\DateTimeImmutable
    {
        $text = $this->text($key);
        $moment = $text === null ? null : MomentText::read($text);
        if ($text !== null && $moment === null) {
            $this->reasons[] = new Reason('type.moment', $key);
        }

        return $moment;
    }

    /** @param  bool  $unsent  what it is when it was not sent */
    public function yes(string $key, bool $unsent = false): bool
    {
        $value = $this->value($key) ?? $unsent;
        if (! is_bool($value)) {
            $this->reasons[] = new Reason('type.boolean', $key);

            return false;
        }

        return $value;
    }

    /**
     * Called once everything has been read.
     *
     * @throws Refusal with every mistake
     */
    public function complete(): void
    {
        foreach (array_keys($this->values) as $key) {
            if (! in_array((string) $key, $this->read, true)) {
                $this->reasons[] = new Reason('key.unknown', mb_substr((string) $key, 0, 60));
            }
        }
        if ($this->reasons !== []) {
            throw Refusal::invalid($this->reasons);
        }
    }

    private function value(string $key): mixed
    {
        $this->read[] = $key;

        return $this->values[$key] ?? null;
    }
}
