<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

use Kennel\Core\Foundation\Reasons\Reason;

/** The parts of a zipped spreadsheet, read as streams. What a hostile one could do is bounded here: its size unpacked, and its XML. */
final readonly class Workbook
{
    /** In bytes, of all parts unpacked. */
    private const LARGEST = 2 ** 31;

    private function __construct(private string $path)
    {
    }

    /** @throws Unreadable for what is no zip, or unpacks to more than anybody's accounts */
    public static function open(string $path): self
    {
        $zip = new \ZipArchive;
        if ($zip->open($path, \ZipArchive::RDONLY) !== true) {
            throw new Unreadable(new Reason('import.unreadable', 'file'));
        }
        $bytes = 0;
        for ($index = 0; $index < $zip->numFiles; $index++) {
            $bytes += (int) ($zip->statIndex($index)['size'] ?? 0);
        }
        $zip->close();
        if ($bytes > self::LARGEST) {
            throw new Unreadable(new Reason('import.unpacks_to_much', 'file', ['maximum' => self::LARGEST >> 20]));
        }

        return new self($path);
    }

    public function has(string $part): bool
    {
        $zip = new \ZipArchive;
        $zip->open($this->path, \ZipArchive::RDONLY);
        $has = $zip->locateName($part) !== false;
        $zip->close();

        return $has;
    }

    /** @throws Unreadable when there is no such part */
    public function part(string $part): \XMLReader
    {
        if (! $this->has($part)) {
            throw new Unreadable(new Reason('import.unreadable', 'file'));
        }
        $reader = \XMLReader::open("zip://{$this->path}#{$part}", null, LIBXML_NONET | LIBXML_COMPACT);

        return $reader instanceof \XMLReader ? $reader : throw new Unreadable(new Reason('import.unreadable', 'file'));
    }

    /**
     * The elements of a part, one by one: the reader stands at each.
     *
     * @return \Generator<int, string> their local names
     *
     * @throws Unreadable for XML that is broken, or declares entities
     */
    public static function elements(\XMLReader $reader, ?ReadBudget $budget = null): \Generator
    {
        yield from self::walk($reader, $budget, null);
    }

    /**
     * The elements of one name, without what is in them: that is stepped over at once.
     *
     * @return \Generator<int, string>
     *
     * @throws Unreadable as elements() does
     */
    public static function outermost(\XMLReader $reader, string $name): \Generator
    {
        yield from self::walk($reader, null, $name);
    }

    /** @return \Generator<int, string> */
    private static function walk(\XMLReader $reader, ?ReadBudget $budget, ?string $outermost): \Generator
    {
        $before = libxml_use_internal_errors(true);
        try {
            $isMore = $reader->read();
            while ($isMore) {
                $budget?->spend();
                if ($reader->nodeType === \XMLReader::DOC_TYPE) {
                    throw new Unreadable(new Reason('import.unreadable', 'file'));
                }
                $isElement = $reader->nodeType === \XMLReader::ELEMENT;
                $isSteppedOver = $isElement && $reader->localName === $outermost;
                if ($isElement && ($outermost === null || $isSteppedOver)) {
                    yield $reader->localName;
                }
                $isMore = $isSteppedOver ? $reader->next() : $reader->read();
            }
            if (libxml_get_last_error() !== false) {
                throw new Unreadable(new Reason('import.unreadable', 'file'));
            }
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }
}
