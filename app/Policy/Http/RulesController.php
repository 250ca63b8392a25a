<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\DescribeSettings;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Policy\Rules\RuleBook;

/** The rule book that is in force. */
final readonly class RulesController
{
    public function __construct(private Caller $caller, private Revisions $revisions, private DescribeSettings $describe)
    {
    }

    public function show(RulesInForce $rules): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);

        return Json::ok([
            'document' => $rules->document(),
            'schema' => RuleBook::fromArray($rules->document())->schema(),
            'settings' => ($this->describe)(),
            'revision' => $this->revisions->newest()->number,
        ]);
    }
}
