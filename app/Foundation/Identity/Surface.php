<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Identity;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Cookie;

/**
 * Which of Kennel's two faces a browser speaks from. Each has its own cookie, so that an operator can try an account page in the
 * next tab without losing the console.
 */
enum Surface: string
{
    case Pages = 'pages';
    case Console = 'console';

    public const HEADER = 'kennel-surface';

    /** By header; frames and downloads, which can't send one, say it in the query. */
    public static function of(Request $request): self
    {
        $named = $request->headers->get(self::HEADER) ?? $request->query('surface');

        return is_string($named) ? self::tryFrom($named) ?? self::Pages : self::Pages;
    }

    public static function isConsole(Request $request): bool
    {
        return self::of($request) === self::Console;
    }

    public function cookieName(): string
    {
        return "__Host-kennel-{$this->value}";
    }

    /** The browser's own session when no moment is given. */
    public function cookie(#[\SensitiveParameter] string $token, ?\DateTimeImmutable $until): Cookie
    {
        return Cookie::create($this->cookieName(), $token, $until ?? 0, '/', null, true, true, false, Cookie::SAMESITE_STRICT);
    }

    public function forget(): Cookie
    {
        return $this->cookie('', new \DateTimeImmutable('@1'));
    }
}
