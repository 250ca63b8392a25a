<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Fields\FieldReport;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Directory\Fields\Choice;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\Required;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

final readonly class FieldController
{
    public function index(FieldReport $report): JsonResponse
    {
        return Json::ok(['items' => $report->all()]);
    }

    /** All that are handed to whoever asks, of whatever app, retired ones included: what accounts are listed and found by. */
    public function definitions(Caller $caller, FieldRules $rules, HandedFields $handed): JsonResponse
    {
        $caller->require(Permission::AccountsRead);

        return Json::ok(['items' => array_values(array_map(static fn (Field $field): array => [
            'key' => $field->key,
            'label' => $field->label,
            'type' => $field->kind->value,
            'is_retired' => $field->isRetired,
            'choices' => array_values(array_map(static fn (Choice $choice): array => ['value' => $choice->value, 'label' => $choice->label], $field->choices)),
        ], $handed->toCaller()->of($rules)->all))]);
    }

    /** What the values would be told before first use. Of no account, so it is open to everybody. */
    public function verdict(Request $request, FieldRules $rules, DecideFields $decide, ClockInterface $clock, Words $words): JsonResponse
    {
        $body = Body::of($request);
        $app = $body->text('app') ?? '';
        $fields = $body->object('fields');
        $body->complete();
        $asked = $rules->askedBy($app);
        if ($asked === [] && $fields !== []) {
            throw Refusal::invalid([new Reason('app.unknown', 'app')]);
        }
        $verdict = $decide(array_intersect_key($asked, $fields), $fields, [Required::AtSignup, Required::BeforeFirstUse], $clock->now());

        return Json::ok(['accepted' => $verdict->isAccepted(), 'reasons' => $words->reasons($verdict->reasons)]);
    }
}
