<?php

declare(strict_types=1);

namespace Kennel\App\Impact;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Paging\NewestFirst;
use Kennel\App\Platform\Words;
use Kennel\App\Sessions\CurrentSession;
use Kennel\Core\Reasons\Reason;

/** The list behind an impact's counts. Joins the accounts for their names, which are read at this moment. */
final readonly class Findings
{
    public function __construct(private ConnectionInterface $database, private CurrentSession $session, private NewestFirst $pages, private Words $words)
    {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null} */
    public function page(string $runId, ?string $kind, ?string $code, ?string $field, ?string $cursor, int $limit): array
    {
        $this->session->require('kennel:accounts.read');
        $rows = $this->database->table('impact_findings')->leftJoin('accounts', 'accounts.id', '=', 'impact_findings.account_id')
            ->where('run_id', $runId)->select('impact_findings.*', 'accounts.name', 'accounts.email');
        foreach (['kind' => $kind, 'code' => $code, 'field' => $field] as $column => $value) {
            if ($value !== null) {
                $rows->where("impact_findings.{$column}", $value);
            }
        }

        return $this->pages->page($rows, $cursor, $limit, function (\stdClass $row): array {
            /** @var array<string, int|string|list<string>> $parameters */
            $parameters = json_decode($row->parameters, true, flags: JSON_THROW_ON_ERROR);

            return [
                'kind' => $row->kind,
                'code' => $row->code,
                'field' => $row->field,
                'message' => $this->words->say(new Reason($row->code === 'email.domain_not_listed' ? 'short.email.domain_not_listed' : $row->code, $row->field, $parameters)),
                'account' => $row->account_id === null ? null : ['id' => $row->account_id, 'name' => (string) $row->name, 'email' => (string) $row->email],
                'sign_up' => isset($parameters['day']) ? ['day' => $parameters['day'], 'app' => $parameters['app'] ?? '', 'domain' => $parameters['domain'] ?? null] : null,
            ];
        });
    }
}
