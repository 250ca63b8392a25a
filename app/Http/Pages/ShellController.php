<?php

declare(strict_types=1);

namespace Kennel\App\Http\Pages;

use Illuminate\Contracts\Support\Htmlable;
use Illuminate\Foundation\Vite;
use Illuminate\Http\Response;
use Kennel\App\Apps\Apps;
use Kennel\Core\Secrets\Entropy;

/** The two HTML documents: the console and the account pages. All content comes from the API. */
final readonly class ShellController
{
    public function __construct(private Entropy $entropy, private Vite $vite)
    {
    }

    public function console(): Response
    {
        return $this->shell('resources/ui/console/main.tsx', 'Kennel', config('kennel.demo') === true ? $this->demoKeeper() : null);
    }

    public function page(string $app, Apps $apps): Response
    {
        $found = $apps->find($app);

        return $this->shell('resources/ui/pages/main.tsx', $found?->name() ?? 'No such app', null, $found === null ? 404 : 200, frames: "'self'");
    }

    /** @return array{name: string, email: string, password: string} */
    private function demoKeeper(): array
    {
        return (config('kennel.demo_keeper'))::credentials();
    }

    /** @param  array{name: string, email: string, password: string}|null  $keeper */
    private function shell(string $entry, string $title, ?array $keeper, int $status = 200, string $frames = "'none'"): Response
    {
        $nonce = base64_encode($this->entropy->bytes(16));
        $policy = [
            "default-src 'none'",
            "script-src 'self'",
            "style-src 'self' 'nonce-{$nonce}'",
            "font-src 'self'",
            "img-src 'self'",
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
