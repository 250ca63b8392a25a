<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Paging;

use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Reasons\Reason;

/** Where a list goes on: the sort value and the sequence number of the last row that was shown. Opaque to clients. */
final readonly class Cursor
{
    public function __construct(public string $sort, public string $value, public int $seq)
    {
    }

    /** @throws Refusal when the text is not one of ours, or belongs to another order */
    public static function read(?string $text, string $sort): ?self
    {
        if ($text === null) {
            return null;
        }
        $bytes = base64_decode(strtr($text, '-_', '+/'), true);
        $parts = $bytes === false ? null : json_decode($bytes, true, 2);
        if (! is_array($parts) || count($parts) !== 3 || ! is_string($parts[1] ?? null) || ! is_int($parts[2] ?? null) || ($parts[0] ?? null) !== $sort) {
            throw Refusal::invalid([new Reason('query.cursor', 'cursor')]);
        }

        return new self($sort, $parts[1], $parts[2]);
    }

    public function write(): string
    {
        $json = json_encode([$this->sort, $this->value, $this->seq], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE);

        return rtrim(strtr(base64_encode($json), '+/', '-_'), '=');
    }
}
