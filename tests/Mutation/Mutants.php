<?php

declare(strict_types=1);

namespace Kennel\Tests\Mutation;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Expr\BinaryOp;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;

/**
 * Finds the changes that could be made to a file: other operators, moved boundaries, dropped conditions, calls, query clauses and match arms, comparisons
 * that always hold, transactions that are none, other constants.
 * Left alone is what another change already tells, or only lint can. Whether in_array() and its like compare strictly; whether what may be null
 * has a default; the true that only makes a set of an array's keys; the false of "=== false", whose comparison is turned round as it is; and
 * how much is done at once, which changes nothing of what is done.
 */
final class Mutants
{
    private const SEARCHES = ['in_array', 'array_search', 'array_keys'];

    private const SMALL = 20;

    private const OPERATORS = [
        BinaryOp\Smaller::class => ['<', '<='],
        BinaryOp\SmallerOrEqual::class => ['<=', '<'],
        BinaryOp\Greater::class => ['>', '>='],
        BinaryOp\GreaterOrEqual::class => ['>=', '>'],
        BinaryOp\Identical::class => ['===', '!=='],
        BinaryOp\NotIdentical::class => ['!==', '==='],
        BinaryOp\Plus::class => ['+', '-'],
        BinaryOp\Minus::class => ['-', '+'],
        BinaryOp\Mul::class => ['*', '/'],
        BinaryOp\BooleanAnd::class => ['&&', '||'],
        BinaryOp\BooleanOr::class => ['||', '&&'],
    ];

    /** @return list<Mutant> in the order of the file */
    public static function of(string $root, string $file): array
    {
        $source = (string) file_get_contents("{$root}/{$file}");
        $tree = (new ParserFactory)->createForNewestSupportedVersion()->parse($source) ?? [];
        $mutants = [];
        $add = static function (Node $node, int $from, string $before, string $after, string $kind) use ($file, &$mutants): void {
            $mutants[] = new Mutant($file, $node->getStartLine(), $from, $before, $after, $kind);
        };
        $finder = new NodeFinder;
        $left = self::leftAlone($tree, $finder);
        foreach ($finder->find($tree, static fn (Node $node): bool => ! in_array($node, $left, true)) as $node) {
            $text = substr($source, $node->getStartFilePos(), $node->getEndFilePos() - $node->getStartFilePos() + 1);
            self::ofNode($node, $text, $source, $add);
        }
        usort($mutants, static fn (Mutant $one, Mutant $other): int => [$one->from, $one->kind, $one->after] <=> [$other->from, $other->kind, $other->after]);

        return $mutants;
    }

    /**
     * @param  array<Node>  $tree
     * @return list<Node>
     */
    private static function leftAlone(array $tree, NodeFinder $finder): array
    {
        $left = [];
        foreach ($finder->findInstanceOf($tree, Expr\FuncCall::class) as $call) {
            $name = $call->name instanceof Node\Name ? $call->name->toString() : '';
            $at = in_array($name, self::SEARCHES, true) ? 2 : ($name === 'array_fill_keys' ? 1 : -1);
            if (($call->args[$at] ?? null) instanceof Node\Arg) {
                $left[] = $call->args[$at]->value;
            }
        }
        foreach ($finder->findInstanceOf($tree, Expr\Assign::class) as $assignment) {
            if ($assignment->var instanceof Expr\ArrayDimFetch) {
                $left[] = $assignment->expr;
            }
        }

        foreach ([BinaryOp\Identical::class, BinaryOp\NotIdentical::class] as $comparison) {
            foreach ($finder->findInstanceOf($tree, $comparison) as $compared) {
                array_push($left, $compared->left, $compared->right);
            }
        }

        $left = array_values(array_filter($left, static fn (Node $node): bool => $node instanceof Expr\ConstFetch));
        foreach ($finder->findInstanceOf($tree, Node\Const_::class) as $constant) {
            if ($constant->name->toString() === 'CHUNK') {
                $left[] = $constant->value;
            }
        }

        return $left;
    }

    /** A limit that is one more than it was is another limit; a minute that has become 61 seconds is no mistake anybody makes. */
    private static function other(int $value): int
    {
        return $value <= self::SMALL ? $value + 1 : 2 * $value;
    }

    /** @param  \Closure(Node, int, string, string, string): void  $add */
    private static function ofNode(Node $node, string $text, string $source, \Closure $add): void
    {
        $whole = static fn (string $after, string $kind) => $add($node, $node->getStartFilePos(), $text, $after, $kind);
        $of = static fn (Node $part): string => substr($source, $part->getStartFilePos(), $part->getEndFilePos() - $part->getStartFilePos() + 1);
        if ($node instanceof BinaryOp && isset(self::OPERATORS[$node::class])) {
            [$before, $after] = self::OPERATORS[$node::class];
            $gap = $node->left->getEndFilePos() + 1;
            $at = strpos($source, $before, $gap);
            // "[...] + [...]" joins arrays, and text in between may be a comment.
            if ($at !== false && $at < $node->right->getStartFilePos() && ! $node->left instanceof Expr\Array_ && ! $node->right instanceof Expr\Array_) {
                $add($node, $at, $before, $after, 'operator');
            }
        }
        if ($node instanceof BinaryOp\BooleanAnd || $node instanceof BinaryOp\BooleanOr) {
            $whole($of($node->left), 'condition dropped');
            $whole($of($node->right), 'condition dropped');
        }
        match (true) {
            $node instanceof Expr\BooleanNot => $whole($of($node->expr), 'negation dropped'),
            $node instanceof Expr\Ternary && $node->if !== null => $add($node, $node->getStartFilePos(), $text, "{$of($node->cond)} ? {$of($node->else)} : {$of($node->if)}", 'branches swapped'),
            $node instanceof Node\Scalar\Int_ && ! self::isStrictTypes($node, $source) => $whole(str_starts_with(strtolower($text), '0o') ? '0' : (string) self::other($node->value), 'constant'),
            $node instanceof Expr\ConstFetch && in_array(strtolower($text), ['true', 'false'], true) => $whole(strtolower($text) === 'true' ? 'false' : 'true', 'constant'),
            $node instanceof Node\Stmt\If_ => $add($node->cond, $node->cond->getStartFilePos(), $of($node->cond), 'false', 'condition dropped'),
            $node instanceof Node\Stmt\Expression && self::isAct($node->expr) => $whole('', 'call dropped'),
            $node instanceof Node\MatchArm && $node->conds !== null => self::withoutArm($node, $text, $source, $add),
            self::isClause($node) => $whole($of($node->var), 'query clause dropped'),
            self::isTransaction($node) => $whole('(static fn (\Closure $do): mixed => $do())('.$of($node->args[0]).')', 'transaction unwrapped'),
            $node instanceof BinaryOp\Identical => $whole('true', 'comparison made true'),
            $node instanceof Expr\FuncCall && $node->name instanceof Node\Name && $node->name->toString() === 'hash_equals' => $whole('true', 'comparison made true'),
            default => null,
        };
    }

    /** @param  \Closure(Node, int, string, string, string): void  $add */
    private static function withoutArm(Node\MatchArm $arm, string $text, string $source, \Closure $add): void
    {
        // With the comma behind it: two of them would be no PHP.
        $comma = preg_match('/\G\s*,/', $source, $found, 0, $arm->getEndFilePos() + 1) === 1 ? $found[0] : '';
        $add($arm, $arm->getStartFilePos(), $text.$comma, '', 'match arm dropped');
    }

    /** @phpstan-assert-if-true =Expr\MethodCall $node */
    private static function isClause(Node $node): bool
    {
        return $node instanceof Expr\MethodCall && $node->name instanceof Node\Identifier && preg_match('/^(or)?where/i', $node->name->toString()) === 1;
    }

    /** @phpstan-assert-if-true =Expr\MethodCall $node */
    private static function isTransaction(Node $node): bool
    {
        return $node instanceof Expr\MethodCall && $node->name instanceof Node\Identifier && $node->name->toString() === 'transaction' && ($node->args[0] ?? null) instanceof Node\Arg;
    }

    private static function isStrictTypes(Node $node, string $source): bool
    {
        return str_ends_with(substr($source, 0, $node->getStartFilePos()), 'declare(strict_types=');
    }

    /** A call whose value nobody takes is there for what it does. */
    private static function isAct(Expr $expression): bool
    {
        return $expression instanceof Expr\MethodCall || $expression instanceof Expr\StaticCall || ($expression instanceof Expr\FuncCall && ! ($expression->name instanceof Node\Name && $expression->name->toString() === 'assert'));
    }
}
