<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

use PhpParser\Node\Expr\FuncCall;
use PhpParser\Node\Expr\New_;
use PhpParser\Node\Expr\StaticCall;
use PhpParser\Node\Expr\Variable;
use PhpParser\Node\Identifier;
use PhpParser\Node\Name;
use PhpParser\Node\Scalar\String_;
use PHPUnit\Framework\TestCase;

/** What the arrows do not see: calls that make a rule depend on the moment, the machine or chance, and status codes outside the doors. */
final class PurityTest extends TestCase
{
    /** A salt is the hash function's own business: password_hash() draws it. */
    private const IMPURE = '/^(random_\w+|mt_\w+|rand|shuffle|str_shuffle|array_rand|uniqid|lcg_value|openssl_random_pseudo_bytes|time|microtime|hrtime|date|gmdate|mktime|gmmktime|getdate|localtime|file\w*|fopen|readfile|getenv|putenv|ini_\w+|error_log|echo|exec|shell_exec|proc_\w+|curl_\w+|config|app|now|sleep|usleep)$/';

    public function test_core_asks_neither_the_clock_nor_the_machine_nor_chance(): void
    {
        foreach (SourceFiles::in('core') as $path => $tree) {
            foreach (SourceFiles::find($tree, FuncCall::class) as $call) {
                $name = $call->name instanceof Name ? $call->name->toString() : '';
                self::assertDoesNotMatchRegularExpression(self::IMPURE, $name, "{$path} calls {$name}()");
            }
            foreach (SourceFiles::find($tree, New_::class) as $new) {
                if ($new->class instanceof Name && in_array($new->class->toString(), ['DateTimeImmutable', 'DateTime'], true)) {
                    $first = $new->getArgs()[0]->value ?? null;
                    self::assertFalse($first === null || ($first instanceof String_ && $first->value === 'now'), "{$path} asks for the time");
                }
            }
            foreach (SourceFiles::find($tree, Variable::class) as $variable) {
                self::assertFalse(is_string($variable->name) && preg_match('/^(_[A-Z]+|GLOBALS)$/', $variable->name) === 1, "{$path} reads a superglobal");
            }
        }
    }

    public function test_only_doors_know_status_codes(): void
    {
        foreach (SourceFiles::in('app') as $path => $tree) {
            if (preg_match('#^app/\w+/Http/#', $path) === 1) {
                continue;
            }
            foreach (SourceFiles::find($tree, Name::class) as $name) {
                self::assertNotSame('Kennel\App\Foundation\Http\Problem', $name->toString(), $path);
            }
            foreach (SourceFiles::find($tree, StaticCall::class) as $call) {
                self::assertFalse($call->name instanceof Identifier && $call->name->name === 'abort', $path);
            }
        }
    }
}
