<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Symfony\Component\HttpFoundation\Cookie;

/** Tells a browser in which somebody signed in before. It proves nothing else, and is kept as a digest of its own for each account. */
final readonly class DeviceMark
{
    private const COOKIE = '__Host-kennel-device';

    private const DAYS = 400;

    public function __construct(private Entropy $entropy)
    {
    }

    /** The browser of a request with its mark, or with one that it is given now. */
    public function browser(Request $request): Browser
    {
        $had = self::kept()->read($request);

        return Browser::of($request)->with($had ?? Token::draw($this->entropy), $had !== null);
    }

    /** For whoever has signed in: nobody else is given one. */
    public static function cookie(Browser $browser): Cookie
    {
        return self::kept()->holding($browser->mark?->reveal() ?? '');
    }

    private static function kept(): MarkCookie
    {
        return new MarkCookie(self::COOKIE, self::DAYS);
    }
}
