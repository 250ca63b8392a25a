<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/**
 * Reads CBOR (RFC 8949) as authenticators write it (CTAP 2.1 §8): integers, byte and text strings, arrays, maps, booleans and null, each of definite
 * length. Everything else is refused, and so is what is nested deeper or longer than any authenticator writes.
 */
final class Cbor
{
    private const DEEPEST = 4;

    private const MOST_ITEMS = 64;

    private int $at = 0;

    private function __construct(private readonly string $bytes)
    {
    }

    /**
     * @return array{mixed, int} what stands at the beginning, and how many bytes it takes; maps as arrays by key, byte strings as Bytes
     *
     * @throws PasskeyRefused
     */
    public static function first(string $bytes): array
    {
        $reader = new self($bytes);
        $value = $reader->value(0);

        return [$value, $reader->at];
    }

    /**
     * @return mixed the one value there is
     *
     * @throws PasskeyRefused for anything after it as well
     */
    public static function whole(string $bytes): mixed
    {
        [$value, $length] = self::first($bytes);

        return $length === strlen($bytes) ? $value : throw new PasskeyRefused('CBOR: there is more than one value');
    }

    private function value(int $depth): mixed
    {
        if ($depth > self::DEEPEST) {
            throw new PasskeyRefused('CBOR: nested too deeply');
        }
        $head = ord($this->take(1));
        $type = $head >> 5;
        $info = $head & 0x1F;
        if ($type === 7) {
            return match ($info) {
                20 => false,
                21 => true,
                22 => null,
                default => throw new PasskeyRefused('CBOR: a simple value or a float'),
            };
        }
        $count = $this->count($info);

        return match ($type) {
            0 => $count,
            1 => -1 - $count,
            2 => new Bytes($this->take($count)),
            3 => $this->text($count),
            4 => $this->list($count, $depth),
            5 => $this->map($count, $depth),
            default => throw new PasskeyRefused('CBOR: a tag'),
        };
    }

    private function count(int $info): int
    {
        $bytes = match ($info) {
            24 => 1, 25 => 2, 26 => 4, 27 => 8,
            default => $info < 24 ? 0 : throw new PasskeyRefused('CBOR: an indefinite length'),
        };
        if ($bytes === 0) {
            return $info;
        }
        $count = 0;
        foreach (str_split($this->take($bytes)) as $byte) {
            $count = ($count << 8) | ord($byte);
        }
        // Beyond PHP's own integers it would be negative.
        if ($count < 0) {
            throw new PasskeyRefused('CBOR: a number that is too large');
        }

        return $count;
    }

    private function text(int $length): string
    {
        $text = $this->take($length);

        return mb_check_encoding($text, 'UTF-8') ? $text : throw new PasskeyRefused('CBOR: text that is not UTF-8');
    }

    /** @return list<mixed> */
    private function list(int $count, int $depth): array
    {
        $this->requireFew($count);
        $items = [];
        for ($item = 0; $item < $count; $item++) {
            $items[] = $this->value($depth + 1);
        }

        return $items;
    }

    /** @return array<int|string, mixed> */
    private function map(int $count, int $depth): array
    {
        $this->requireFew($count);
        $map = [];
        for ($item = 0; $item < $count; $item++) {
            $key = $this->value($depth + 1);
            // PHP would take "1" for 1, and they are two keys.
            if (! is_int($key) && (! is_string($key) || preg_match('/^-?\d+$/D', $key) === 1)) {
                throw new PasskeyRefused('CBOR: a key that is neither a number nor a name');
            }
            if (array_key_exists($key, $map)) {
                throw new PasskeyRefused('CBOR: a key that is there twice');
            }
            $map[$key] = $this->value($depth + 1);
        }

        return $map;
    }

    private function requireFew(int $count): void
    {
        if ($count > self::MOST_ITEMS) {
            throw new PasskeyRefused('CBOR: too many items');
        }
    }

    private function take(int $length): string
    {
        if ($length > strlen($this->bytes) - $this->at) {
            throw new PasskeyRefused('CBOR: it ends too soon');
        }
        $taken = substr($this->bytes, $this->at, $length);
        $this->at += $length;

        return $taken;
    }
}
