<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rehearsals\Hop;
use Kennel\App\Policy\Rehearsals\TryApp;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rehearsals\Mishap;

/** An app's way to tokens, played from its first request to its last. */
final readonly class TrialController
{
    public function __construct(private Caller $caller, private TryApp $try, private Drafts $drafts, private RulesInForce $rules)
    {
    }

    public function play(string $key, Request $request): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesManage);
        $body = Body::of($request);
        $mishap = Mishap::tryFrom($body->text('mishap') ?? Mishap::Nothing->value) ?? throw Refusal::invalid([new Reason('trial.mishap', 'mishap', ['mishaps' => implode(', ', array_column(Mishap::cases(), 'value'))])]);
        $onDraft = $body->yes('on_draft');
        $body->complete();
        $draft = $this->drafts->current();
        $isDraft = $onDraft && $draft->version > 0;
        ['hops' => $hops, 'mishaps' => $mishaps] = ($this->try)($key, $mishap, $isDraft ? $draft->document : $this->rules->document());

        return Json::ok(['is_draft' => $isDraft, 'mishaps' => $mishaps, 'hops' => array_map(self::hop(...), $hops)]);
    }

    /** @return array<string, mixed> */
    private static function hop(Hop $hop): array
    {
        return [
            'key' => $hop->key, 'who' => $hop->who, 'method' => $hop->method, 'path' => $hop->path, 'sent' => (object) $hop->sent, 'at' => Moment::write($hop->at),
            'status' => $hop->status, 'location' => $hop->location, 'answered' => $hop->answered, 'decoded' => array_map(static fn (array $one): array => [...$one, 'header' => (object) $one['header'], 'claims' => (object) $one['claims']], $hop->decoded), 'caused' => $hop->caused,
        ];
    }
}
