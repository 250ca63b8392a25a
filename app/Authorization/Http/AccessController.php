<?php

declare(strict_types=1);

namespace Kennel\App\Authorization\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Authorization\AnswerQuestions;
use Kennel\App\Authorization\Checklist;
use Kennel\App\Authorization\ExplainAccess;
use Kennel\App\Authorization\GiveRole;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\MomentText;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

/** Roles of one account, whether it may do something, and why. */
final readonly class AccessController
{
    public function __construct(private Caller $caller)
    {
    }

    public function checklist(string $id, Checklist $checklist): JsonResponse
    {
        return Json::ok(['items' => $checklist->of($id, $this->reader())]);
    }

    public function give(string $id, string $key, Request $request, GiveRole $give, Checklist $checklist): JsonResponse
    {
        $operator = $this->caller->require(Permission::RolesGive);
        $body = Body::of($request);
        $until = $body->text('until');
        $app = $body->text('app');
        $why = $body->text('reason') ?? '';
        $body->complete();
        $give->give($id, $key, $until === null ? null : self::moment($until, 'until'), $app, $why, $operator);

        return Json::ok(['items' => $checklist->of($id, $operator)]);
    }

    public function take(string $id, string $key, Request $request, GiveRole $give): Response
    {
        $operator = $this->caller->require(Permission::RolesGive);
        $give->take($id, $key, (string) (new Query($request))->text('reason', 500), $operator);

        return new Response(status: 204);
    }

    public function why(string $id, Request $request, ExplainAccess $explain): JsonResponse
    {
        $operator = $this->reader();
        $query = new Query($request);
        $at = $query->text('at', 40);

        return Json::ok($explain($id, (string) $query->text('permission', 100), $query->text('app', 40), $at === null ? null : self::moment($at, 'at'), $operator));
    }

    /** The same under a role as it would be. Nothing is saved. */
    public function whatIf(string $id, Request $request, ExplainAccess $explain): JsonResponse
    {
        $operator = $this->reader();
        $body = Body::of($request);
        $permission = $body->text('permission') ?? '';
        $app = $body->text('app');
        $at = $body->text('at');
        $draft = $body->object('role');
        $body->complete();
        $texts = static fn (string $key): array => array_values(array_filter((array) ($draft[$key] ?? []), is_string(...)));
        $role = new RoleDefinition((string) ($draft['key'] ?? ''), '', '', is_string($draft['app'] ?? null) ? $draft['app'] : null, $texts('permissions'), $texts('includes'));

        return Json::ok($explain($id, $permission, $app, $at === null ? null : self::moment($at, 'at'), $operator, $role));
    }

    public function decide(Request $request, AnswerQuestions $answer): JsonResponse
    {
        $this->caller->require(Permission::DecisionsAsk);
        $body = Body::of($request);
        $asked = $body->rows('questions');
        $body->complete();
        if ($asked === [] || count($asked) > AnswerQuestions::MOST) {
            throw Refusal::invalid([new Reason('decisions.number', 'questions', ['maximum' => AnswerQuestions::MOST])]);
        }
        $questions = [];
        foreach ($asked as $one) {
            [$account, $session, $permission, $app] = [$one['account'] ?? null, $one['session'] ?? null, $one['permission'] ?? null, $one['app'] ?? null];
            $questions[] = [
                'account' => is_string($account) ? $account : null,
                'session' => is_string($session) ? $session : null,
                'permission' => is_string($permission) ? $permission : '',
                'app' => is_string($app) ? $app : null,
            ];
        }

        return Json::ok(['answers' => $answer($questions)]);
    }

    private function reader(): SignedIn
    {
        $this->caller->require(Permission::AccountsRead);

        return $this->caller->require(Permission::RolesRead);
    }

    /** @throws Refusal for what is no moment */
    private static function moment(string $text, string $field): \DateTimeImmutable
    {
        return MomentText::read($text) ?? throw Refusal::invalid([new Reason('type.moment', $field)]);
    }
}
