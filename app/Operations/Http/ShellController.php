<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Http;

use Illuminate\Contracts\Support\Htmlable;
use Illuminate\Foundation\Vite;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\ChooseLanguage;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Language;
use Kennel\Core\Foundation\Secrets\Entropy;

/** The three HTML documents: the console, the account pages and the API's reference. All content comes from the API. */
final readonly class ShellController
{
    private const PAGES = ['sign-up', 'sign-in', 'mailed', 'outside', 'verify', 'recover', 'reset', 'invited', 'password', 'details', 'terms', 'profile', 'edit', 'address', 'undo-address', 'data', 'sharing', 'factors', 'devices', 'providers', 'apps', 'close', 'signed-out', 'authorize', 'device', 'leave', 'not-let-in'];

    public function __construct(private Entropy $entropy, private Vite $vite)
    {
    }

    public function console(): Response
    {
        return $this->shell('resources/ui/console/main.tsx', 'Kennel', config('kennel.demo') === true ? $this->demoKeeper() : null);
    }

    /** The API, with requests that run; its drawing comes with pictures of its own, as data. */
    public function reference(): Response
    {
        return $this->shell('resources/ui/reference/main.ts', 'Kennel: the API', null, pictures: "'self' data:");
    }

    public function page(string $app, string $page, Apps $apps, Caller $caller, Accounts $accounts, Request $request): Response
    {
        $found = $apps->find($app);

        $isThere = $found !== null && in_array($page, self::PAGES, true);

        return $this->shell('resources/ui/pages/main.tsx', $found?->name() ?? 'Kennel', null, $isThere ? 200 : 404, "'self'", $this->language($caller, $accounts, $request));
    }

    /** The account's own, where somebody is signed in who has chosen one; else what the app wished for that sent them here, else what the browser asks for. */
    private function language(Caller $caller, Accounts $accounts, Request $request): Language
    {
        $holder = $caller->find();
        $chosen = $holder === null ? null : $accounts->find($holder->accountId)?->language;

        $wished = $request->query('lang');

        return $chosen === null ? Language::wished(is_string($wished) ? $wished : '') ?? ChooseLanguage::asked($request) : Language::from($chosen);
    }

    /** @return array{name: string, email: string, password: string} */
    private function demoKeeper(): array
    {
        return (config('kennel.demo_keeper'))::credentials();
    }

    /** @param  array{name: string, email: string, password: string}|null  $keeper */
    private function shell(string $entry, string $title, ?array $keeper, int $status = 200, string $frames = "'none'", Language $language = Language::English, string $pictures = "'self'"): Response
    {
        $nonce = base64_encode($this->entropy->bytes(16));
        $policy = [
            "default-src 'none'",
            "script-src 'self'",
            "style-src 'self' 'nonce-{$nonce}'",
            "font-src 'self'",
            "img-src {$pictures}",
            "connect-src 'self'",
            "frame-src 'self'",
            "base-uri 'none'",
            "form-action 'self'",
            "worker-src 'self'",
            // The console shows the account pages beside the rules; nobody else may frame them, and nothing may frame the console.
            "frame-ancestors {$frames}",
        ];

        return new Response(view('shell', [
            'title' => $title,
            'language' => $language->value,
            'noscript' => trans('pages.noscript', locale: $language->value),
            'nonce' => $nonce,
            'keeper' => $keeper,
            'assets' => $this->tags($entry, $nonce),
        ])->render(), $status, ['Content-Security-Policy' => implode('; ', $policy)]);
    }

    /** By path alone: Kennel is also asked under other names than its own. */
    private function tags(string $entry, string $nonce): Htmlable
    {
        $this->vite->useCspNonce($nonce);

        return $this->vite->createAssetPathsUsing(static fn (string $path): string => "/{$path}")($entry);
    }
}
