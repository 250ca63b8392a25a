<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Language;
use Symfony\Component\HttpFoundation\Response;

/** What is said on an account page is said in the language it is asked for in (RFC 9110, 12.5.4); the console is in English. */
final readonly class ChooseLanguage
{
    public function __construct(private Application $app)
    {
    }

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        $language = Surface::of($request) === Surface::Console ? Language::English->value : self::asked($request)->value;
        // Setting it makes the translator, which most answers have no words for.
        if ($this->app->getLocale() !== $language) {
            $this->app->setLocale($language);
        }

        return $next($request);
    }

    public static function asked(Request $request): Language
    {
        return Language::from((string) $request->getPreferredLanguage(Language::tags()));
    }
}
