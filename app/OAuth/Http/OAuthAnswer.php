<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Foundation\Http\Json;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;

/** Answers as the standards shape them; never kept by anything on the way (RFC 6749 §5.1). */
final class OAuthAnswer
{
    /** @param  array<string, mixed>  $answer */
    public static function ok(array $answer, int $status = 200): JsonResponse
    {
        return Json::ok($answer, $status, ['Cache-Control' => 'no-store', 'Pragma' => 'no-cache']);
    }

    public static function refusal(OAuthRefused $refused): JsonResponse
    {
        $answer = self::ok($refused->toArray(), match ($refused->error) {
            OAuthError::InvalidClient, OAuthError::InvalidToken => 401,
            OAuthError::InsufficientScope => 403,
            default => 400,
        });
        $challenge = match ($refused->error) {
            // RFC 6749 §5.2
            OAuthError::InvalidClient => 'Basic realm="kennel"',
            // RFC 6750 §3, RFC 9449 §7.1
            OAuthError::InvalidToken, OAuthError::InsufficientScope => "Bearer realm=\"kennel\", error=\"{$refused->error->value}\", error_description=\"{$refused->description}\", DPoP algs=\"".implode(' ', SigningAlgorithm::understood()).'"',
            default => null,
        };
        $challenge === null || $answer->headers->set('WWW-Authenticate', $challenge);

        return $answer;
    }
}
