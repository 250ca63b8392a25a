<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/**
 * Reads a date, or a moment, in one of several styles, tried in their order; what has no zone is UTC. Dates become RFC 3339's full-date,
 * moments its date-time, so that a date stays a date.
 */
final readonly class Dates implements Transform
{
    public const DO = 'dates';

    /** The styles there are, as a plan names them, and what PHP reads them by. */
    public const STYLES = [
        'yyyy-mm-dd' => '!Y-m-d',
        'yyyy-mm-dd hh:mm' => '!Y-m-d H:i',
        'yyyy-mm-dd hh:mm:ss' => '!Y-m-d H:i:s',
        'yyyy/mm/dd' => '!Y/m/d',
        'dd.mm.yyyy' => '!d.m.Y',
        'dd.mm.yyyy hh:mm' => '!d.m.Y H:i',
        'dd/mm/yyyy' => '!d/m/Y',
        'mm/dd/yyyy' => '!m/d/Y',
        'dd-mm-yyyy' => '!d-m-Y',
        'd mmm yyyy' => '!j M Y',
        'yyyymmdd' => '!Ymd',
        'unix' => '!U',
        'unix_ms' => '',
    ];

    /** @param  non-empty-list<key-of<self::STYLES>>  $styles */
    public function __construct(private array $styles)
    {
    }

    public function apply(string $text): string
    {
        $text = trim($text);
        if ($text === '') {
            return '';
        }
        foreach ($this->styles as $style) {
            $read = self::read($text, $style);
            if ($read !== null) {
                return str_contains($style, 'hh') || str_starts_with($style, 'unix') ? $read->format('Y-m-d\TH:i:s.v\Z') : $read->format('Y-m-d');
            }
        }

        throw new Refused(new Reason('import.date', null, ['value' => mb_substr($text, 0, 40), 'styles' => $this->styles]));
    }

    /** @param  key-of<self::STYLES>  $style */
    public static function read(string $text, string $style): ?\DateTimeImmutable
    {
        if (str_starts_with($style, 'unix')) {
            if (preg_match('/^-?\d{1,14}$/D', $text) !== 1) {
                return null;
            }
            $milliseconds = $style === 'unix' ? (int) $text * 1_000 : (int) $text;
            $read = \DateTimeImmutable::createFromFormat('!U.v', sprintf('%d.%03d', intdiv($milliseconds, 1_000), abs($milliseconds % 1_000)), new \DateTimeZone('UTC'));

            return $read === false ? null : $read;
        }
        $read = \DateTimeImmutable::createFromFormat(self::STYLES[$style], $text, new \DateTimeZone('UTC'));
        // The 31st of February is read as a day in March, with a warning.
        $errors = \DateTimeImmutable::getLastErrors();
        $isExact = $errors === false || ($errors['warning_count'] === 0 && $errors['error_count'] === 0);

        return $read !== false && $isExact && (int) $read->format('Y') >= 1000 ? $read : null;
    }

    public function toArray(): array
    {
        return ['do' => self::DO, 'styles' => $this->styles];
    }
}
