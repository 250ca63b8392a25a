<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitor\NameResolver;
use PhpParser\ParserFactory;

/** The source as a tree, every name resolved. */
final class SourceFiles
{
    /** @return iterable<string, list<Node>> by path from the root */
    public static function in(string $folder): iterable
    {
        $root = dirname(__DIR__, 2);
        $parser = (new ParserFactory)->createForNewestSupportedVersion();
        $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$root}/{$folder}", \FilesystemIterator::SKIP_DOTS));
        foreach ($files as $file) {
            if ($file instanceof \SplFileInfo && preg_match('/^[A-Z]\w*\.php$/D', $file->getFilename()) === 1) {
                $tree = $parser->parse((string) file_get_contents($file->getPathname())) ?? [];
                yield substr($file->getPathname(), strlen($root) + 1) => array_values((new NodeTraverser(new NameResolver))->traverse($tree));
            }
        }
    }

    /**
     * @template T of Node
     *
     * @param  list<Node>  $tree
     * @param  class-string<T>  $kind
     * @return list<T>
     */
    public static function find(array $tree, string $kind): array
    {
        return array_values((new NodeFinder)->findInstanceOf($tree, $kind));
    }
}
