<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\OAuth\Tokens\Check;
use Kennel\App\OAuth\Tokens\Holding;
use Kennel\App\OAuth\Tokens\InspectText;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

/** Reads what a developer pastes. It leaves no evidence, and is written nowhere. */
final readonly class InspectorController
{
    private const MOMENTS = ['exp', 'iat', 'nbf', 'auth_time'];

    public function __construct(private Caller $caller, private Sight $sight)
    {
    }

    public function inspect(Request $request, InspectText $inspect): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $body = Body::of($request);
        $text = $body->secret('text')?->reveal() ?? '';
        $body->complete();
        if (trim($text) === '' || strlen($text) > InspectText::LONGEST) {
            throw Refusal::invalid([new Reason('inspector.text', 'text', ['maximum' => InspectText::LONGEST])]);
        }
        $found = $inspect($text);
        $parts = [];
        foreach ($found->parts as $name => $values) {
            $parts[] = ['name' => $name, 'claims' => array_map(self::claim(...), array_map(strval(...), array_keys($values)), array_values($values))];
        }

        return Json::ok([
            'kind' => $found->kind,
            'is' => self::words("kinds.{$found->kind}"),
            'parts' => $parts,
            'checks' => array_map(static fn (Check $check): array => ['what' => $check->what, 'name' => self::words("checks.{$check->what}.name"), 'holds' => $check->holds, 'says' => self::words("checks.{$check->what}.{$check->says}", $check->parameters)], $found->checks),
            'of' => $found->holding === null ? null : $this->of($found->holding),
        ]);
    }

    /** @return array{claim: string, about: string|null, value: string, at: string|null} */
    private static function claim(string $claim, mixed $value): array
    {
        $about = self::words("claims.{$claim}");
        $isMoment = in_array($claim, self::MOMENTS, true) && is_int($value) && abs($value) < 253_402_300_800;

        return [
            'claim' => $claim,
            'about' => $about === "tokens.claims.{$claim}" ? null : $about,
            'value' => is_string($value) ? $value : json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE),
            'at' => $isMoment ? Moment::write(new \DateTimeImmutable("@{$value}")) : null,
        ];
    }

    /** @return array<string, string|null> whose it is is told to whoever may see accounts */
    private function of(Holding $holding): array
    {
        $isSeen = $this->caller->permissions()->allows(Permission::AccountsRead->value) && $this->sight->includes($holding->accountId);

        return [
            'app' => $holding->appKey, 'session' => $holding->sessionId, 'since' => Moment::write($holding->createdAt), 'account' => $isSeen ? $holding->accountId : null, 'name' => $isSeen ? $holding->accountName : null,
        ];
    }

    /** @param  array<string, string>  $parameters */
    private static function words(string $key, array $parameters = []): string
    {
        $words = trans("tokens.{$key}", $parameters);

        return is_string($words) ? $words : $key;
    }
}
