<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\Request;
use Kennel\App\Credentials\Http\ConsoleOperator;
use Kennel\App\Foundation\Http\Problem;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Foundation\Permissions\Permission;
use Symfony\Component\HttpFoundation\Response;

/**
 * Judges one request by the draft, for an operator who tries it on the real account page. The page speaks as an account page does;
 * that an operator is behind it is read from the console's own cookie.
 */
final readonly class UnderDraft
{
    public const HEADER = 'kennel-rules';

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        $asked = $request->headers->get(self::HEADER);
        if ($asked === null) {
            return $next($request);
        }
        if ($asked !== 'draft') {
            throw new Problem(400, 'request.malformed');
        }
        ConsoleOperator::of($request, Permission::RulesRead);
        $draft = app(Drafts::class)->current();
        // What was read of the rules in force for the check above gives way.
        foreach ([...app(RulesInForce::class)->pretend($draft->document), DutyRules::class] as $rules) {
            app()->forgetInstance($rules);
        }
        $response = $next($request);
        // A draft is one operator's, and only for now.
        $response->headers->set('Cache-Control', 'no-store');

        return $response;
    }
}
