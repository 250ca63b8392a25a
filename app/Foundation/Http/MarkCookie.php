<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\Core\Foundation\Secrets\Token;
use Symfony\Component\HttpFoundation\Cookie;

/** A token by which a browser is known again, kept where scripts and other sites cannot read it. What it tells is up to who gives it out. */
final readonly class MarkCookie
{
    public function __construct(private string $name, private int $days)
    {
    }

    public function read(Request $request): ?Token
    {
        $cookie = $request->cookies->get($this->name);

        return is_string($cookie) ? Token::read($cookie) : null;
    }

    public function holding(string $token): Cookie
    {
        return Cookie::create($this->name, $token, new \DateTimeImmutable("+{$this->days} days"), '/', null, true, true, false, Cookie::SAMESITE_STRICT);
    }
}
