<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Metadata;

use Illuminate\Database\Eloquent\Builder;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;

/** The documents of accounts: read whole, written whole, and found by what is in them. */
final readonly class Metadata
{
    /** Of a long text so much is compared exactly. In characters. */
    private const COMPARED = 200;

    /** As many paths as anybody wants to choose from. */
    private const PATHS = 200;

    private const PATHS_LOOKED_AT = 2_000;

    private const ROWS_A_STATEMENT = 150;

    public function read(int $accountSeq, MetadataKind $kind): MetadataDocument
    {
        $json = MetadataRow::query()->where('account_seq', $accountSeq)->where('kind', $kind->value)->value('document');

        return is_string($json) ? MetadataDocument::stored($json) : MetadataDocument::nothing();
    }

    /** @return array<string, object> what of one account's documents is handed out, by kind, for an answer */
    public function handed(int $accountSeq, ReadableFields $readable, MetadataKind ...$kinds): array
    {
        $handed = [];
        foreach ($kinds as $kind) {
            $handed[$kind->value] = $readable->ofDocument($kind->value, $this->read($accountSeq, $kind))->values();
        }

        return $handed;
    }

    /**
     * @param  list<int>  $accountSeqs
     * @param  list<string>  $kinds
     * @return array<int, array<string, object>> by account and kind; empty ones are left out
     */
    public function ofAll(array $accountSeqs, array $kinds): array
    {
        $documents = [];
        foreach ($kinds === [] ? [] : MetadataRow::query()->toBase()->whereIn('account_seq', $accountSeqs)->whereIn('kind', $kinds)->get() as $row) {
            $documents[(int) $row->account_seq][(string) $row->kind] = MetadataDocument::stored((string) $row->document)->values();
        }

        return $documents;
    }

    /**
     * @param  list<int>  $accountSeqs
     * @return array<int, array<string, MetadataDocument>> by account and kind; empty ones are left out
     */
    public function documentsOfAll(array $accountSeqs): array
    {
        $documents = [];
        foreach ($accountSeqs === [] ? [] : MetadataRow::query()->toBase()->whereIn('account_seq', $accountSeqs)->get() as $row) {
            $documents[(int) $row->account_seq][(string) $row->kind] = MetadataDocument::stored((string) $row->document);
        }

        return $documents;
    }

    /**
     * Of accounts that have none yet.
     *
     * @param  array<int, array<string, MetadataDocument>>  $documents  by account and kind
     */
    public function addAll(array $documents): void
    {
        $whole = $values = [];
        foreach ($documents as $seq => $kinds) {
            foreach ($kinds as $kind => $document) {
                $whole[] = ['account_seq' => $seq, 'kind' => $kind, 'document' => $document->toJson()];
                array_push($values, ...self::rows($seq, MetadataKind::from($kind), $document));
            }
        }
        foreach (array_chunk($whole, self::ROWS_A_STATEMENT) as $some) {
            MetadataRow::query()->insert($some);
        }
        foreach (array_chunk($values, self::ROWS_A_STATEMENT) as $some) {
            MetadataValue::query()->insert($some);
        }
    }

    public function write(int $accountSeq, MetadataKind $kind, MetadataDocument $document): void
    {
        $key = ['account_seq' => $accountSeq, 'kind' => $kind->value];
        MetadataRow::query()->where($key)->delete();
        MetadataValue::query()->where($key)->delete();
        if ($document->isEmpty()) {
            return;
        }
        MetadataRow::query()->insert([...$key, 'document' => $document->toJson()]);
        foreach (array_chunk(self::rows($accountSeq, $kind, $document), self::ROWS_A_STATEMENT) as $some) {
            MetadataValue::query()->insert($some);
        }
    }

    /** @return list<array<string, mixed>> */
    public static function rows(int $accountSeq, MetadataKind $kind, MetadataDocument $document): array
    {
        return array_map(static fn (array $leaf, int $position): array => [
            'account_seq' => $accountSeq,
            'kind' => $kind->value,
            'path' => $leaf['path'],
            'position' => $position,
            'value' => self::compared($leaf['value']),
            'sort_key' => $leaf['sort_key'],
        ], $document->leaves(), array_keys($document->leaves()));
    }

    /** A value as it is compared: JSON, cut. */
    public static function compared(string $json): string
    {
        return mb_substr($json, 0, self::COMPARED);
    }

    /**
     * @param  string|null  $key  of the document itself; null for any
     * @return Builder<MetadataValue> selects the sequence numbers of accounts that hold it
     */
    public function holding(string $kind, ?string $key): Builder
    {
        $values = MetadataValue::query()->where('kind', $kind)->select('account_seq');
        if ($key !== null) {
            $path = MetadataDocument::pathOf($key);
            // What is below it has a dot behind it, and "/" is what sorts next.
            $values->where(static fn (Builder $below): Builder => $below->where('path', $path)->orWhere(static fn (Builder $deeper): Builder => $deeper->where('path', '>=', "{$path}.")->where('path', '<', "{$path}/")));
        }

        return $values;
    }

    /** @return list<array{string, string}> kinds and keys of the documents themselves that are in use */
    public function topKeys(): array
    {
        $keys = [];
        foreach ($this->paths(self::PATHS_LOOKED_AT) as ['kind' => $kind, 'path' => $path]) {
            $key = MetadataDocument::topKey($path);
            $keys["{$kind} {$key}"] = [$kind, $key];
        }

        return array_values($keys);
    }

    /** @return list<array{kind: string, path: string}> which there are, in order: one look into the index each */
    public function paths(int $most = self::PATHS): array
    {
        $paths = [];
        foreach (MetadataKind::cases() as $kind) {
            $last = '';
            while (count($paths) < $most) {
                $next = MetadataValue::query()->where('kind', $kind->value)->where('path', '>', $last)->orderBy('path')->value('path');
                if (! is_string($next)) {
                    break;
                }
                $paths[] = ['kind' => $kind->value, 'path' => $next];
                $last = $next;
            }
        }

        return $paths;
    }
}
