<?php

declare(strict_types=1);

namespace Kennel\App\Http\Imports;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Http\Protocol\Body;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Imports\ImportReport;
use Kennel\App\Imports\Imports;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Imports\ImportRules;
use Kennel\Core\Reasons\Reason;

final readonly class ImportController
{
    /** What is larger is imported by the command, on the server itself. */
    private const LARGEST = 64 * 1024 * 1024;

    private const FORMATS = ['text/csv' => 'csv', 'application/jsonl' => 'jsonl'];

    public function __construct(private Caller $caller, private Imports $imports, private ImportReport $report)
    {
    }

    public function index(): JsonResponse
    {
        $this->caller->require('kennel:accounts.manage');

        return Json::ok(['items' => array_map($this->report->of(...), $this->imports->latest())]);
    }

    /** The body is the file itself, by PUT: it is streamed to its place and never wholly in memory. */
    public function store(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->require('kennel:accounts.manage');
        $query = new Query($request);
        $options = [
            'name' => $query->text('name') ?? 'accounts',
            'format' => self::FORMATS[strtolower(trim(explode(';', (string) $request->headers->get('Content-Type'))[0]))] ?? throw Refusal::invalid([new Reason('import.format', 'file')]),
            'app' => $query->text('app') ?? '',
            'proven' => $query->choice('proven', ['yes', 'no']) === 'yes',
            'must_change' => $query->choice('must_change', ['yes', 'no']) === 'yes',
            'digest' => $query->choice('digest', array_keys(ImportRules::DIGESTS)) ?? '',
            'layout' => $query->choice('layout', ImportRules::LAYOUTS) ?? 'password',
        ];
        if ((int) $request->headers->get('Content-Length', '0') > self::LARGEST) {
            throw Refusal::tooLarge([new Reason('request.too_large', 'file', ['maximum' => self::LARGEST])]);
        }
        $this->imports->receive($id, $request->getContent(true), $options, $operator->asOperator());

        return Json::ok($this->report->of($this->imports->get($id)), 202);
    }

    public function begin(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->require('kennel:accounts.manage');
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $body->complete();
        $this->imports->begin($id, $why, $operator->asOperator());

        return Json::ok($this->report->of($this->imports->get($id)), 202);
    }

    public function rows(string $id, Request $request): JsonResponse
    {
        $this->caller->require('kennel:accounts.manage');

        return Json::ok(['items' => $this->report->refusedRows($this->imports->get($id), (new Query($request))->text('code'))]);
    }

    public function destroy(string $id): Response
    {
        $this->caller->require('kennel:accounts.manage');
        $this->imports->discard($id);

        return new Response(status: 204);
    }
}
