<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Directory\Metadata\Metadata;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;

/** Free JSON beside the made-up accounts' fields: what holders say of themselves, and what the desk notes. */
final readonly class MetadataFiller
{
    private const NICKNAMES = ['Wren', 'Otter', 'Dipper', 'Sedge', 'Alder', 'Tern', 'Minnow', 'Rill'];

    private const GAUGES = ['Tipper R2', 'Tipper R3', 'Funnel 5in', 'Copper 8in'];

    public function __construct(private SeededEntropy $entropy)
    {
    }

    /**
     * @param  array<string, mixed>  $account
     * @param  int  $seq  its number
     * @return array{documents: list<array<string, mixed>>, values: list<array<string, mixed>>}
     */
    public function fill(array $account, int $seq): array
    {
        $filled = ['documents' => [], 'values' => []];
        if ($account['status'] === 'pending') {
            return $filled;
        }
        foreach (['own' => $this->own(), 'internal' => $this->internal($account)] as $kind => $values) {
            if ($values !== []) {
                $document = MetadataDocument::parse(json_encode($values, JSON_THROW_ON_ERROR));
                $filled['documents'][] = ['account_seq' => $seq, 'kind' => $kind, 'document' => $document->toJson()];
                array_push($filled['values'], ...Metadata::rows($seq, MetadataKind::from($kind), $document));
            }
        }

        return $filled;
    }

    /** @return array<string, mixed> */
    private function own(): array
    {
        return [
            ...$this->entropy->chance(30) ? ['nickname' => $this->entropy->pick(self::NICKNAMES)] : [],
            ...$this->entropy->chance(20) ? ['rain_gauge_model' => $this->entropy->pick(self::GAUGES)] : [],
        ];
    }

    /**
     * @param  array<string, mixed>  $account
     * @return array<string, mixed>
     */
    private function internal(array $account): array
    {
        return [
            ...$this->entropy->chance(35) ? ['insurance_until' => sprintf('%d-03-31', $this->entropy->random->getInt(2025, 2028))] : [],
            ...$account['came_by'] === 'import' ? ['merged_from' => ['site' => 'weirboard', 'number' => $this->entropy->random->getInt(100, 9_999)]] : [],
        ];
    }
}
