<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Administration\Imports\ImportFormat;
use Kennel\App\Administration\Imports\ImportReport;
use Kennel\App\Administration\Imports\Imports;
use Kennel\App\Administration\Imports\ReportFile;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Imports\ImportRules;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Symfony\Component\HttpFoundation\StreamedResponse;

final readonly class ImportController
{
    /** What is larger is imported by the command, on the server itself. */
    private const LARGEST = 64 * 1024 * 1024;

    public function __construct(private Caller $caller, private Imports $imports, private ImportReport $report, private ReportFile $file)
    {
    }

    public function index(): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::AccountsManage);

        return Json::ok(['items' => array_map($this->report->of(...), $this->imports->latest())]);
    }

    /**
     * The body is the file itself, by PUT: it is streamed to its place and never wholly in memory. With an app it is checked at once, by columns that
     * are called as what they become.
     */
    public function store(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::AccountsManage);
        $query = new Query($request);
        $format = ImportFormat::ofType((string) $request->headers->get('Content-Type')) ?? throw Refusal::invalid([new Reason('import.format', 'file')]);
        $name = $query->text('name') ?? 'accounts';
        $options = [
            'app' => $query->text('app') ?? '',
            'proven' => $query->choice('proven', ['yes', 'no']) === 'yes',
            'must_change' => $query->choice('must_change', ['yes', 'no']) === 'yes',
            'digest' => $query->choice('digest', array_keys(ImportRules::DIGESTS)) ?? '',
            'layout' => $query->choice('layout', ImportRules::LAYOUTS) ?? 'password',
        ];
        if ((int) $request->headers->get('Content-Length', '0') > self::LARGEST) {
            throw Refusal::tooLarge([new Reason('request.too_large', 'file', ['maximum' => self::LARGEST])]);
        }
        $content = $request->getContent(true);
        $options['app'] === ''
            ? $this->imports->receive($id, $content, $name, $format, $operator->asOperator())
            : $this->imports->receivePlain($id, $content, $name, $format, $options, $operator->asOperator());

        return Json::ok($this->report->of($this->imports->get($id)), 202);
    }

    public function begin(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::AccountsManage);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $body->complete();
        $this->imports->begin($id, $why, $operator->asOperator());

        return Json::ok($this->report->of($this->imports->get($id)), 202);
    }

    public function rows(string $id, Request $request): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::AccountsManage);

        return Json::ok(['items' => $this->report->rows($this->imports->get($id), (new Query($request))->text('code'))]);
    }

    /** Every row that is no new account, and why. */
    public function report(string $id): StreamedResponse
    {
        $this->caller->requireUnbounded(Permission::AccountsManage);
        $import = $this->imports->get($id);

        return new StreamedResponse(fn () => $this->file->write($import), 200, [
            'Content-Type' => 'text/csv; charset=utf-8; header=present',
            'Content-Disposition' => 'attachment; filename="import-report.csv"',
            'Cache-Control' => 'no-store',
        ]);
    }

    public function destroy(string $id): Response
    {
        $this->caller->requireUnbounded(Permission::AccountsManage);
        $this->imports->discard($id);

        return new Response(status: 204);
    }
}
