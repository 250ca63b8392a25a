<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Contracts\Translation\Translator;
use Illuminate\Http\JsonResponse;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Policy\Guidance\Clause;
use Kennel\Core\Policy\Guidance\PasswordGuidance;
use Kennel\Core\Policy\Guidance\SigninGuidance;

/** Published guidance, clause by clause, beside what the draft (or, without one, what is in force) has set. */
final readonly class GuidanceController
{
    public function __construct(private Translator $translator)
    {
    }

    public function passwords(Caller $session, Drafts $drafts): JsonResponse
    {
        $session->require(Permission::RulesRead);

        return Json::ok(['items' => array_map($this->present(...), PasswordGuidance::of($drafts->current()->book()))]);
    }

    public function signin(Caller $session, Drafts $drafts): JsonResponse
    {
        $session->require(Permission::RulesRead);

        return Json::ok(['items' => array_map($this->present(...), SigninGuidance::of($drafts->current()->book()))]);
    }

    /** @return array<string, mixed> */
    private function present(Clause $clause): array
    {
        $say = fn (string $part): string => (string) $this->translator->get("guidance.{$clause->code}.{$part}", array_map(strval(...), $clause->parameters));
        $change = [];
        foreach ($clause->change as $path => $value) {
            $change[] = ['path' => $path, 'value' => $value];
        }

        return [
            'code' => $clause->code,
            'source' => $say('source'),
            'asks' => $say('asks'),
            'ours' => $say('ours'),
            'why' => $say('why'),
            'stands' => $clause->stands->value,
            'change' => $change,
            'from_memory' => true,
        ];
    }
}
