<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Identity;

use Illuminate\Http\Request;
use Kennel\Core\Foundation\Secrets\Token;

/** The browser or program that asks, as a session remembers it. */
final readonly class Browser
{
    private const LONGEST = 255;

    /**
     * @param  Token|null  $mark  that it has, or is given now
     * @param  bool  $hadMark  it came with it
     */
    public function __construct(public Surface $surface, public string $source, public string $userAgent, public ?Token $mark = null, public bool $hadMark = false)
    {
    }

    public function with(Token $mark, bool $hadMark): self
    {
        return new self($this->surface, $this->source, $this->userAgent, $mark, $hadMark);
    }

    public static function of(Request $request): self
    {
        return new self(Surface::of($request), (string) $request->ip(), mb_substr(mb_scrub((string) $request->userAgent()), 0, self::LONGEST));
    }
}
