<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\Problem;
use Symfony\Component\HttpFoundation\Response;

/** A door that does not judge by the draft says so, instead of doing the real thing for somebody who meant to try. */
final class RefuseDraft
{
    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        if ($request->headers->has(UnderDraft::HEADER) && ! in_array(UnderDraft::class, $request->route()?->gatherMiddleware() ?? [], true)) {
            throw new Problem(400, 'rules.no_draft_here');
        }

        return $next($request);
    }
}
