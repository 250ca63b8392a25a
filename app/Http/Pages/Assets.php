<?php

declare(strict_types=1);

namespace Kennel\App\Http\Pages;

/** Reads Vite's manifest: which files an entry needs. */
final readonly class Assets
{
    /**
     * @param  list<string>  $styles
     * @param  list<string>  $preloads
     */
    private function __construct(public string $script, public array $styles, public array $preloads)
    {
    }

    public static function of(string $entry): self
    {
        $path = public_path('build/manifest.json');
        $json = is_file($path) ? file_get_contents($path) : false;
        if ($json === false) {
            throw new \RuntimeException('The interface is not built. Run "npm run build".');
        }
        /** @var array<string, array{file: string, css?: list<string>, imports?: list<string>}> $manifest */
        $manifest = json_decode($json, true, flags: JSON_THROW_ON_ERROR);
        $styles = [];
        $preloads = [];
        $waiting = [$entry];
        $seen = [];
        while (($name = array_shift($waiting)) !== null) {
            if (isset($seen[$name])) {
                continue;
            }
            $seen[$name] = true;
            $styles = [...$styles, ...$manifest[$name]['css'] ?? []];
            $waiting = [...$waiting, ...$manifest[$name]['imports'] ?? []];
            if ($name !== $entry) {
                $preloads[] = '/build/'.$manifest[$name]['file'];
            }
        }
        $styles = array_map(static fn (string $file): string => "/build/{$file}", array_values(array_unique($styles)));

        return new self('/build/'.$manifest[$entry]['file'], $styles, $preloads);
    }
}
