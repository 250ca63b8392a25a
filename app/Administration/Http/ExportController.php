<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Administration\Bulk\BulkRuns;
use Kennel\App\Administration\Exports\Export;
use Kennel\App\Administration\Exports\ExportFormat;
use Kennel\App\Administration\Exports\Exports;
use Kennel\App\Directory\Http\Listed;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Symfony\Component\HttpFoundation\StreamedResponse;

final readonly class ExportController
{
    public function __construct(private Caller $caller, private Exports $exports)
    {
    }

    public function store(Request $request): JsonResponse
    {
        $this->caller->require(Permission::AccountsExport);
        $body = Body::of($request);
        $format = ExportFormat::tryFrom($body->text('format') ?? '');
        $columns = $body->texts('columns');
        $search = mb_substr($body->text('search') ?? '', 0, 100);
        $where = Listed::where($body->text('where') ?? '[]');
        $sort = Listed::sort($body->text('sort') ?? 'name');
        $ids = $body->has('ids') ? $body->texts('ids') : null;
        $body->complete();
        if ($ids !== null && count($ids) > BulkRuns::MOST_IDS) {
            throw Refusal::invalid([new Reason('bulk.too_many_ids', 'ids', ['maximum' => BulkRuns::MOST_IDS])]);
        }
        if ($format === null) {
            throw Refusal::invalid([new Reason('export.format', 'format', ['formats' => array_column(ExportFormat::cases(), 'value')])]);
        }
        $export = $this->exports->begin($format, $columns, $search === '' ? null : $search, $where, $sort, $ids);

        return Json::ok($this->shown($export), 201, ['Location' => "/api/v1/exports/{$export->id}"]);
    }

    public function show(string $id): JsonResponse
    {
        return Json::ok($this->shown($this->exports->get($id, $this->caller->require(Permission::AccountsExport))));
    }

    /** The file, as it lies there. */
    public function file(string $id): StreamedResponse
    {
        $export = $this->exports->get($id, $this->caller->require(Permission::AccountsExport));
        $file = $this->exports->open($export);
        $format = ExportFormat::from($export->format);

        return new StreamedResponse(static function () use ($file): void {
            fpassthru($file);
            fclose($file);
        }, 200, [
            'Content-Type' => $format->type(),
            'Content-Length' => (string) $export->bytes,
            'Content-Disposition' => 'attachment; filename="accounts-'.substr($export->begun_at, 0, 10).".{$format->value}\"",
            'Cache-Control' => 'no-store',
            'X-Content-Type-Options' => 'nosniff',
        ]);
    }

    public function destroy(string $id): Response
    {
        $this->exports->discard($id, $this->caller->require(Permission::AccountsExport));

        return new Response(status: 204);
    }

    /** @return array<string, mixed> */
    private function shown(Export $export): array
    {
        return [
            'id' => $export->id, 'format' => $export->format, 'columns' => $export->columns, 'state' => $export->state, 'total' => $export->total, 'done' => $export->done,
            'bytes' => $export->bytes, 'begun_at' => $export->begun_at, 'finished_at' => $export->finished_at, 'left_out' => $this->exports->leftOut($export),
        ];
    }
}
