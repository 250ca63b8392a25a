<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Container;

/**
 * What each of our classes is made of: its constructor, read once instead of at each request. `kennel:wire` writes it to a file beside the framework's
 * other caches; where that file is missing, the container reads the constructors itself, and everything works the same.
 */
final class Wiring
{
    private const FOLDERS = ['Kennel\\App' => 'app', 'Kennel\\Core' => 'core'];

    /**
     * @param  list<string>  $contextual  classes that are given one of their parts in another form
     * @return array<class-string, list<class-string>> of each class that the container can make from other objects alone: their types, in the constructor's order
     */
    public static function read(string $root, array $contextual): array
    {
        $wiring = [];
        foreach (self::classes($root) as $class) {
            $parts = in_array($class, $contextual, true) ? null : self::parts(new \ReflectionClass($class));
            if ($parts !== null) {
                $wiring[$class] = $parts;
            }
        }
        ksort($wiring);

        return $wiring;
    }

    /** @return \Generator<int, class-string> every class of ours, in no order; interfaces and traits are left out */
    public static function classes(string $root): \Generator
    {
        foreach (self::FOLDERS as $namespace => $folder) {
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$root}/{$folder}", \FilesystemIterator::SKIP_DOTS)) as $file) {
                // A list of routes is no class, and looking for one would run it.
                if (preg_match('/^[A-Z]\w*\.php$/D', $file->getFilename()) !== 1) {
                    continue;
                }
                $class = $namespace.str_replace('/', '\\', substr($file->getPathname(), strlen("{$root}/{$folder}"), -strlen('.php')));
                if (class_exists($class)) {
                    yield $class;
                }
            }
        }
    }

    /**
     * @param  \ReflectionClass<object>  $class
     * @return list<class-string>|null null where a value is asked for, or the class is not made at all
     */
    private static function parts(\ReflectionClass $class): ?array
    {
        if (! $class->isInstantiable()) {
            return null;
        }
        $parts = [];
        foreach ($class->getConstructor()?->getParameters() ?? [] as $parameter) {
            $type = $parameter->getType();
            if (! $type instanceof \ReflectionNamedType || $type->isBuiltin() || $type->allowsNull() || $parameter->isOptional() || $parameter->getAttributes() !== []) {
                return null;
            }
            /** @var class-string $name */
            $name = $type->getName();
            $parts[] = $name;
        }

        return $parts;
    }
}
