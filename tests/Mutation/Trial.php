<?php

declare(strict_types=1);

namespace Kennel\Tests\Mutation;

use Kennel\Tests\Browser\Support\ProcessGroup;

/** A copy of the project, in which one change after the other is made and taken back. */
final class Trial
{
    /** In seconds; what goes on for ever is noticed as well. */
    private const PATIENCE = 120;

    private const COPIED = ['app', 'artisan', 'bin', 'bootstrap', 'composer.json', 'config', 'core', 'database', 'deploy', 'docs', 'lang', 'packages', 'phpunit.xml', 'public', 'resources', 'routes', 'tests'];

    private readonly string $folder;

    /** @var resource|null */
    private $process = null;

    private ?Mutant $mutant = null;

    private float $until = 0.0;

    public function __construct(private readonly string $root)
    {
        $this->folder = sys_get_temp_dir().'/kennel-mutate-'.bin2hex(random_bytes(4));
        mkdir($this->folder);
        foreach (self::COPIED as $name) {
            exec('cp -a '.escapeshellarg("{$root}/{$name}").' '.escapeshellarg("{$this->folder}/"));
        }
        // The packages are not changed, so the copy shares their files; not by a link, which would lead back to the original.
        exec('cp -al '.escapeshellarg("{$root}/vendor").' '.escapeshellarg("{$this->folder}/").' || cp -a '.escapeshellarg("{$root}/vendor").' '.escapeshellarg("{$this->folder}/"));
        symlink("{$root}/node_modules", "{$this->folder}/node_modules");
        register_shutdown_function(fn () => exec('rm -rf '.escapeshellarg($this->folder)));
    }

    /** @param  array<string, list<string>>  $tests  as Coverage has them; not empty */
    public function begin(Mutant $mutant, array $tests): void
    {
        $this->mutant = $mutant;
        file_put_contents("{$this->folder}/{$mutant->file}", $mutant->appliedTo((string) file_get_contents("{$this->root}/{$mutant->file}")));
        $names = array_unique(array_merge(...array_values($tests)));
        $command = ['php', 'vendor/bin/phpunit', '--no-progress', '--stop-on-defect', '--do-not-cache-result', '--filter', '/::('.implode('|', $names).')( |$)/', ...array_keys($tests)];
        $process = proc_open(['setsid', ...$command], [['file', '/dev/null', 'r'], ['file', "{$this->folder}/out", 'w'], ['file', '/dev/null', 'w']], $pipes, $this->folder);
        $this->process = $process === false ? throw new \RuntimeException('phpunit could not be started.') : $process;
        $this->until = microtime(true) + self::PATIENCE;
    }

    public function isFree(): bool
    {
        return $this->process === null;
    }

    /** @return array{Mutant, bool}|null the change and whether it was noticed; null while it is being tried */
    public function result(): ?array
    {
        if ($this->process === null || $this->mutant === null) {
            return null;
        }
        $status = proc_get_status($this->process);
        $isOver = microtime(true) > $this->until;
        if ($status['running'] && ! $isOver) {
            return null;
        }
        ProcessGroup::end($this->process);
        $isNoticed = $isOver || $status['exitcode'] !== 0;
        copy("{$this->root}/{$this->mutant->file}", "{$this->folder}/{$this->mutant->file}");
        [$mutant, $this->mutant, $this->process] = [$this->mutant, null, null];

        return [$mutant, $isNoticed];
    }
}
