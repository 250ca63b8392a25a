<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Contracts\Foundation\Application;

/** A world with its cast, one call at a time: who is in it is read and written while nobody else plays in it. */
final readonly class Stage
{
    public function __construct(private Encrypter $encrypter)
    {
    }

    public function set(World $world, Cast $cast): void
    {
        file_put_contents(self::file($world), $this->encrypter->encrypt($cast->toArray()));
    }

    /**
     * @template T
     *
     * @param  \Closure(Application, Cast): T  $do
     * @return T
     */
    public function in(World $world, \DateTimeImmutable $now, \Closure $do): mixed
    {
        return $world->run($now, function (Application $inner) use ($world, $do): mixed {
            /** @var array<string, mixed> $kept */
            $kept = $this->encrypter->decrypt((string) file_get_contents(self::file($world)));
            $cast = Cast::read($kept);
            try {
                return $do($inner, $cast);
            } finally {
                $this->set($world, $cast);
            }
        });
    }

    private static function file(World $world): string
    {
        return "{$world->folder}/cast";
    }
}
