<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\App\Foundation\Container\Wiring;
use Kennel\App\Foundation\Database\Record;

/** Our own classes, for tests that hold all of them to something. */
final class Classes
{
    /** @return list<class-string<Record>> every model */
    public static function records(): array
    {
        $records = [];
        foreach (Wiring::classes(dirname(__DIR__, 2)) as $class) {
            if (is_subclass_of($class, Record::class) && ! (new \ReflectionClass($class))->isAbstract()) {
                $records[] = $class;
            }
        }

        return $records;
    }
}
