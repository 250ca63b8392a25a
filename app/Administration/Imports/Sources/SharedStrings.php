<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

/** The texts of a workbook, each once: kept in two temporary files, one of them saying where in the other each begins, so that memory stays flat. */
final class SharedStrings
{
    private const IN_MEMORY = 'php://temp/maxmemory:4194304';

    /**
     * @param  resource  $texts
     * @param  resource  $places  of each: where it begins, eight bytes
     */
    private function __construct(private $texts, private $places, private readonly int $count)
    {
    }

    /** @throws Unreadable */
    public static function of(Workbook $workbook): self
    {
        $texts = fopen(self::IN_MEMORY, 'w+b');
        $places = fopen(self::IN_MEMORY, 'w+b');
        if ($texts === false || $places === false) {
            throw new \RuntimeException('No temporary file can be opened.');
        }
        $count = 0;
        $bytes = 0;
        $isPhonetic = -1;
        $reader = $workbook->part('xl/sharedStrings.xml');
        foreach (Workbook::elements($reader) as $element) {
            if ($element === 'si') {
                fwrite($places, pack('P', $bytes));
                $count++;
                $isPhonetic = -1;
            } elseif ($element === 'rPh') {
                $isPhonetic = $reader->depth;
            } elseif ($element === 't' && ($isPhonetic === -1 || $reader->depth <= $isPhonetic)) {
                $bytes += (int) fwrite($texts, $reader->readString());
            }
        }
        fwrite($places, pack('P', $bytes));

        return new self($texts, $places, $count);
    }

    public function at(int $index): string
    {
        if ($index < 0 || $index >= $this->count) {
            return '';
        }
        fseek($this->places, 8 * $index);
        /** @var array{from: int, to: int} $place */
        $place = unpack('Pfrom/Pto', (string) fread($this->places, 16));
        fseek($this->texts, $place['from']);

        return $place['to'] === $place['from'] ? '' : (string) stream_get_contents($this->texts, $place['to'] - $place['from']);
    }
}
