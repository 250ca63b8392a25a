<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Policy\Cases\Cases;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\App\Policy\Rules\MakeJudge;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Core\Policy\Cases\DisclosureCase;
use Kennel\Core\Policy\Cases\SignupCase;
use Kennel\Core\Policy\Cases\WordingCase;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Registration\Signup\SignupInput;

final readonly class CaseController
{
    private const LONGEST_NAME = 120;

    private const LONGEST_PHRASE = 400;

    public function __construct(
        private Caller $caller,
        private Cases $cases,
        private Drafts $drafts,
        private ConnectionInterface $database,
        private AuditTrail $audit,
    ) {
    }

    /** Run on the draft as it stands, or on the rules in force when there is none. */
    public function index(): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);

        return Json::ok(['items' => $this->cases->run($this->book())]);
    }

    /** The verdict of this moment is what is expected from now on. */
    public function store(Request $request, MakeJudge $judges): JsonResponse
    {
        $operator = $this->caller->require(Permission::RulesManage);
        $body = Body::of($request);
        $name = trim($body->text('case') ?? '');
        $app = $body->text('app') ?? '';
        $input = new SignupInput($body->text('name'), $body->text('email'), $body->secret('password'), $body->object('fields'), $body->text('terms'));
        $body->complete();
        $book = $this->book();
        $reasons = [
            ...$name === '' || mb_strlen($name) > self::LONGEST_NAME ? [new Reason('case.name', 'case', ['maximum' => self::LONGEST_NAME])] : [],
            ...isset($book->apps[$app]) ? [] : [new Reason('app.unknown', 'app')],
        ];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $verdict = $judges->of($book)->signup($app, $input);

        return $this->save(new SignupCase($name, $app, $input, $verdict->codes()), 'accepted', $operator);
    }

    /** That an audience is handed a field, or by which rule it is not: as the draft has it at this moment. */
    public function storeDisclosure(Request $request, MakeJudge $judges): JsonResponse
    {
        $operator = $this->caller->require(Permission::RulesManage);
        $body = Body::of($request);
        $name = trim($body->text('case') ?? '');
        [$field, $audience] = [$body->text('field') ?? '', $body->text('audience') ?? ''];
        $body->complete();
        if ($name === '' || mb_strlen($name) > self::LONGEST_NAME) {
            throw Refusal::invalid([new Reason('case.name', 'case', ['maximum' => self::LONGEST_NAME])]);
        }
        try {
            $asked = new DisclosureCase($name, FieldKey::listed($field), Audience::parse($audience), []);
        } catch (\InvalidArgumentException) {
            throw Refusal::invalid([new Reason('disclosure.audience', 'audience')]);
        }

        return $this->save(new DisclosureCase($name, $asked->field, $asked->audience, $asked->verdict($judges->of($this->book()))), 'handed out', $operator);
    }

    /** That a message says something, or does not: as the draft has it at this moment. */
    public function storeWording(Request $request): JsonResponse
    {
        $operator = $this->caller->require(Permission::RulesManage);
        $body = Body::of($request);
        $name = trim($body->text('case') ?? '');
        $phrase = trim($body->text('phrase') ?? '');
        $key = WordingKey::parse($body->text('key') ?? '');
        $body->complete();
        $book = $this->book();
        $reasons = array_values(array_filter([
            $name === '' || mb_strlen($name) > self::LONGEST_NAME ? new Reason('case.name', 'case', ['maximum' => self::LONGEST_NAME]) : null,
            $phrase === '' || mb_strlen($phrase) > self::LONGEST_PHRASE ? new Reason('case.phrase', 'phrase', ['maximum' => self::LONGEST_PHRASE]) : null,
            $key === null || ! in_array($key->language, WordingKey::LANGUAGES, true) || ($key->app !== null && ! isset($book->apps[$key->app])) ? new Reason('case.wording', 'key') : null,
        ]));
        if ($key === null || $reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $case = new WordingCase($name, $key, $phrase, []);

        return $this->save(new WordingCase($name, $key, $phrase, $case->verdict($this->cases->wording($book, $key))), 'said', $operator);
    }

    /** @param  string  $nothing  what it means that no rule speaks against it */
    private function save(SignupCase|DisclosureCase|WordingCase $case, string $nothing, SignedIn $operator): JsonResponse
    {
        $id = $this->database->transaction(function () use ($case, $nothing, $operator): string {
            $id = $this->cases->add($case, $operator->name);
            $expected = $case->expected === [] ? $nothing : implode(', ', $case->expected);
            $this->audit->record('rules.case_saved', $operator->asOperator(), null, [], ['case' => $case->name, 'expected' => $expected], record: 'case');

            return $id;
        });

        return Json::ok(['id' => $id, 'expected' => $case->expected], 201);
    }

    public function destroy(string $id): Response
    {
        $operator = $this->caller->require(Permission::RulesManage);
        $this->database->transaction(function () use ($id, $operator): void {
            $name = $this->cases->remove($id) ?? throw Refusal::notFound();
            $this->audit->record('rules.case_removed', $operator->asOperator(), null, ['case' => $name], ['case' => null], record: 'case');
        });

        return new Response(status: 204);
    }

    private function book(): RuleBook
    {
        return $this->drafts->current()->book();
    }
}
