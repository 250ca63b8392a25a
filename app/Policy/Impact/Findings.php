<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Paging\NewestFirst;
use Kennel\App\Foundation\Words;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

/** The list behind an impact's counts. Names are read at this moment. */
final readonly class Findings
{
    public function __construct(private Caller $caller, private NewestFirst $pages, private Words $words, private HandedFields $handed)
    {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null} */
    public function page(string $runId, ?string $kind, ?string $code, ?string $field, ?string $cursor, int $limit): array
    {
        $this->caller->requireUnbounded(Permission::AccountsRead);
        $rows = ImpactFinding::query()->with('account:id,name,email')->where('run_id', $runId);
        foreach (['kind' => $kind, 'code' => $code, 'field' => $field] as $column => $value) {
            if ($value !== null) {
                $rows->where($column, $value);
            }
        }

        return $this->pages->page($rows, $cursor, $limit, function (ImpactFinding $row): array {
            $parameters = $this->told($row);

            return [
                'kind' => $row->kind,
                'code' => $row->code,
                'field' => $row->field,
                'message' => $this->words->say(new Reason(
                    $row->code === 'email.domain_not_listed' ? 'short.email.domain_not_listed' : $row->code,
                    $row->field,
                    $parameters,
                )),
                'account' => $row->account_id === null ? null : [
                    'id' => $row->account_id,
                    'name' => (string) $row->account?->name,
                    'email' => (string) $row->account?->email,
                ],
                'sign_up' => isset($parameters['day']) ? ['day' => $parameters['day'], 'app' => $parameters['app'] ?? '', 'domain' => $parameters['domain'] ?? null] : null,
            ];
        });
    }

    /** @return array<string, mixed> what the words need; a value that is not handed to whoever asks is none of it */
    private function told(ImpactFinding $row): array
    {
        $isField = preg_match('/^fields\.(.+)$/Ds', (string) $row->field, $found) === 1;
        $withheld = $isField && ! $this->handed->toCaller()->hasField($found[1]);

        return [...$row->parameters, ...array_fill_keys(array_keys(array_intersect_key($row->parameters, $withheld ? ['value' => 0, 'likely' => 0] : [])), '…')];
    }
}
