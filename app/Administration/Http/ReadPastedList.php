<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\Request;
use Kennel\App\Administration\Imports\Sources\OfficeOpenXml;
use Kennel\App\Administration\Imports\Sources\Unreadable;
use Kennel\App\Foundation\Http\Problem;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Registration\Invitations\InvitationRow;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Invitations\ReadList;

/** People from the body of a request: a text as it was pasted, a CSV file, or the first sheet of a spreadsheet. */
final readonly class ReadPastedList
{
    /** In bytes. */
    private const LARGEST = 2 ** 21;

    private const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

    public function __construct(private FieldRules $fields)
    {
    }

    /**
     * @return list<InvitationRow>
     *
     * @throws Refusal for what cannot be read, and for too many rows
     */
    public function __invoke(Request $request): array
    {
        $type = strtolower(trim(explode(';', (string) $request->headers->get('Content-Type'))[0]));
        if (! in_array($type, ['text/plain', 'text/csv', self::XLSX], true)) {
            throw new Problem(415, 'request.not_a_list');
        }
        $content = $request->getContent();
        if (strlen($content) > self::LARGEST) {
            throw Refusal::tooLarge([new Reason('request.too_large', null, ['maximum' => self::LARGEST])]);
        }
        $read = new ReadList($this->headings());
        $rows = $type === self::XLSX ? $read->ofCells($this->cells($content)) : $read->ofText($content);
        if ($rows === []) {
            throw Refusal::invalid([new Reason('invitation.list_empty', 'rows')]);
        }
        if (count($rows) > InvitationRules::MOST) {
            throw Refusal::invalid([new Reason('invitation.too_many', 'rows', ['maximum' => InvitationRules::MOST])]);
        }

        return $rows;
    }

    /** @return array<string, string> keys of fields by what a column of them may be called, in lower case */
    private function headings(): array
    {
        $headings = [];
        foreach ($this->fields->all as $field) {
            $headings[mb_strtolower($field->label)] = $field->key;
            $headings[mb_strtolower($field->key)] = $field->key;
        }

        return $headings;
    }

    /** @return list<list<string>> */
    private function cells(string $content): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'kennel-list');
        try {
            file_put_contents($path, $content);
            $sheet = new OfficeOpenXml($path);
            $columns = $sheet->tables()[0]['columns'] ?? [];
            $cells = [$columns];
            foreach ($sheet->rows('', 0, null) as $row) {
                $cells[] = array_map(static fn (string $column): string => is_string($row[$column] ?? null) ? $row[$column] : '', $columns);
                if (count($cells) > InvitationRules::MOST + 1) {
                    break;
                }
            }

            return $cells;
        } catch (Unreadable $unreadable) {
            throw Refusal::invalid([$unreadable->reason]);
        } finally {
            @unlink($path);
        }
    }
}
