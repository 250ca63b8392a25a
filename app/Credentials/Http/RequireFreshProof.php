<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Response;

/** For doors that hand out power: the password was typed not long ago, so that an unlocked screen is not enough. */
final readonly class RequireFreshProof
{
    public function __construct(private Caller $caller, private SessionRules $rules, private ClockInterface $clock)
    {
    }

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        $caller = $this->caller->get();
        if (! $caller->proof->isOurs() || $this->rules->proofFor->after($caller->provenAt) <= $this->clock->now()) {
            throw Refusal::notAllowed('session.proof_required');
        }

        return $next($request);
    }
}
