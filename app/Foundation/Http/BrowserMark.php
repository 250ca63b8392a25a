<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Symfony\Component\HttpFoundation\Cookie;

/**
 * Tells that the browser which presses a link is the one that signed up. It is given out with the form, proves nothing else, and is kept
 * as a digest beside the sign-up alone.
 */
final readonly class BrowserMark
{
    private const COOKIE = '__Host-kennel-browser';

    private const DAYS = 30;

    public function __construct(private Entropy $entropy)
    {
    }

    public static function of(Request $request): ?Token
    {
        return self::kept()->read($request);
    }

    /** The one it has, or a new one. */
    public function cookie(Request $request): Cookie
    {
        $token = self::of($request) ?? Token::draw($this->entropy);

        return self::kept()->holding($token->reveal());
    }

    private static function kept(): MarkCookie
    {
        return new MarkCookie(self::COOKIE, self::DAYS);
    }
}
