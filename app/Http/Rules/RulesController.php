<?php

declare(strict_types=1);

namespace Kennel\App\Http\Rules;

use Illuminate\Http\JsonResponse;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Rules\DescribeSettings;
use Kennel\App\Rules\Revisions;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Rules\RuleBook;

/** The rule book that is in force. */
final readonly class RulesController
{
    public function __construct(private Caller $caller, private Revisions $revisions, private DescribeSettings $describe)
    {
    }

    public function show(RulesInForce $rules): JsonResponse
    {
        $this->caller->require('kennel:rules.read');

        return Json::ok([
            'document' => $rules->document(),
            'schema' => RuleBook::fromArray($rules->document())->schema(),
            'settings' => ($this->describe)(),
            'revision' => $this->revisions->newest()->number,
        ]);
    }
}
