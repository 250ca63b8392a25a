<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/**
 * Reads a list of people as they are pasted: an address a line, "Name <address>" as mail programs have it, several of them with commas or semicolons between
 * (RFC 5322 §3.4), or the cells of a table with or without a line of headings.
 */
final readonly class ReadList
{
    private const HEADINGS = [
        'email' => ['email', 'e-mail', 'mail', 'address', 'e-mail address', 'email address', 'adresse', 'e-mail-adresse'],
        'name' => ['name', 'full name', 'person', 'vollständiger name'],
        'language' => ['language', 'lang', 'sprache'],
        'roles' => ['roles', 'role', 'rollen', 'rolle'],
        'app' => ['app'],
    ];

    /** @param  array<string, string>  $fields  keys by heading, in lower case */
    public function __construct(private array $fields = [])
    {
    }

    /** @return list<InvitationRow> */
    public function ofText(string $text): array
    {
        $text = preg_replace('/^\x{FEFF}/u', '', mb_scrub($text)) ?? '';
        $lines = [];
        foreach ((array) preg_split('/\R/u', $text) as $line) {
            if (trim((string) $line) !== '') {
                $lines[] = self::cells((string) $line);
            }
        }

        return $this->ofCells($lines);
    }

    /**
     * @param  list<list<string>>  $lines
     * @return list<InvitationRow>
     */
    public function ofCells(array $lines): array
    {
        $headings = $lines === [] ? null : $this->headings($lines[0]);
        $rows = [];
        foreach ($headings === null ? $lines : array_slice($lines, 1) as $cells) {
            $cells = array_map(static fn (string $cell): string => trim($cell), $cells);
            if (implode('', $cells) !== '') {
                $rows = [...$rows, ...$headings === null ? self::guessed($cells) : [$this->named($headings, $cells)]];
            }
        }

        return $rows;
    }

    /** @return list<string> */
    private static function cells(string $line): array
    {
        $separator = match (true) {
            str_contains($line, "\t") => "\t",
            str_contains($line, ';') => ';',
            default => ',',
        };

        return array_map(static fn (?string $cell): string => (string) $cell, str_getcsv($line, $separator, '"', ''));
    }

    /**
     * @param  list<string>  $cells
     * @return array<int, string>|null what each column is, by its place; null where the line names no column of addresses
     */
    private function headings(array $cells): ?array
    {
        $known = [];
        foreach (self::HEADINGS as $what => $names) {
            $known += array_fill_keys($names, $what);
        }
        $headings = [];
        foreach ($cells as $place => $cell) {
            $heading = mb_strtolower(trim($cell));
            $what = $known[$heading] ?? (isset($this->fields[$heading]) ? "fields.{$this->fields[$heading]}" : null);
            if ($what !== null && ! in_array($what, $headings, true)) {
                $headings[$place] = $what;
            }
        }

        return in_array('email', $headings, true) ? $headings : null;
    }

    /**
     * @param  array<int, string>  $headings
     * @param  list<string>  $cells
     */
    private function named(array $headings, array $cells): InvitationRow
    {
        [$values, $fields] = [[], []];
        foreach ($headings as $place => $what) {
            $cell = $cells[$place] ?? '';
            if (str_starts_with($what, 'fields.')) {
                $fields[substr($what, 7)] = $cell;
            } else {
                $values[$what] = $cell;
            }
        }
        $roles = array_values(array_filter((array) preg_split('/[\s,;|]+/', $values['roles'] ?? ''), static fn (mixed $role): bool => is_string($role) && $role !== ''));

        return new InvitationRow(
            $values['email'] ?? '',
            $values['name'] ?? '',
            ($values['app'] ?? '') === '' ? null : $values['app'],
            $roles === [] ? null : $roles,
            ($values['language'] ?? '') === '' ? null : mb_strtolower($values['language']),
            array_filter($fields, static fn (string $cell): bool => $cell !== ''),
        );
    }

    /**
     * Without headings: an address is what has an "@", and what stands beside it is a name.
     *
     * @param  list<string>  $cells
     * @return non-empty-list<InvitationRow>
     */
    private static function guessed(array $cells): array
    {
        $filled = array_values(array_filter($cells, static fn (string $cell): bool => $cell !== ''));
        $addresses = array_values(array_filter($filled, static fn (string $cell): bool => str_contains($cell, '@')));
        if (count($addresses) > 1) {
            return array_map(self::mailbox(...), $addresses);
        }
        if ($addresses === []) {
            return [new InvitationRow($filled[0] ?? '', $filled[1] ?? '')];
        }
        $beside = implode(' ', array_filter($filled, static fn (string $cell): bool => $cell !== $addresses[0]));
        $row = self::mailbox($addresses[0]);

        return [$row->name === '' ? new InvitationRow($row->email, $beside) : new InvitationRow($row->email, self::joined($beside, $row->name))];
    }

    /** "Bakker, Ilse <ilse@…>" without quotes comes in two cells. */
    private static function joined(string $beside, string $name): string
    {
        return $beside === '' ? $name : "{$name} {$beside}";
    }

    private static function mailbox(string $text): InvitationRow
    {
        return match (true) {
            preg_match('/^(.*?)\s*<([^<>]*)>\s*$/us', $text, $parts) === 1 => new InvitationRow(trim($parts[2]), trim(stripslashes(trim($parts[1], " \t\"'")))),
            // Without brackets, with a name before or behind it.
            preg_match('/^(\S+@\S+)\s+([^@]+)$/us', $text, $parts) === 1 => new InvitationRow($parts[1], trim($parts[2])),
            preg_match('/^([^@]+)\s(\S+@\S+)$/us', $text, $parts) === 1 => new InvitationRow($parts[2], trim($parts[1])),
            default => new InvitationRow($text),
        };
    }
}
