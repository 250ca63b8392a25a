<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

use Kennel\Tests\Support\Classes;
use PhpParser\Node\Expr\MethodCall;
use PhpParser\Node\Expr\New_;
use PhpParser\Node\Expr\StaticCall;
use PhpParser\Node\Identifier;
use PhpParser\Node\Name;
use PhpParser\Node\Scalar\String_;
use PHPUnit\Framework\TestCase;

/** Data is kept through Eloquent: one model a table, in its owner's folder, and nobody else names it in a query. */
final class RecordsTest extends TestCase
{
    /** Of the framework, or of SQLite's full-text index. */
    private const NOT_OURS = ['jobs', 'failed_jobs', 'accounts_search'];

    /** Statements of our own, each with its figure in docs/decisions/0034-eloquent.md. */
    private const OWN_STATEMENTS = [
        'app/Directory/Accounts/Clauses.php',
        'app/Directory/Accounts/Matches.php',
        'app/Authorization/AccessFacts.php',
        'app/OAuth/Clients/CheckSecret.php',
        'app/OAuth/SigningKeys/SigningKeys.php',
        'app/Directory/Accounts/AccountStream.php',
        'app/Administration/Exports/ExportRows.php',
        'app/Directory/Accounts/StoredHashes.php',
        'app/Directory/Fields/FieldValues.php',
        'app/Directory/Accounts/Duties/Waivers.php',
        'app/Policy/Rehearsals/MakeWorld.php',
        'app/Directory/Roles/Assignments.php',
        'app/Directory/Roles/Roles.php',
        'app/Foundation/Rules/RulesInForce.php',
        'app/Credentials/Sessions/CurrentSession.php',
        'app/OAuth/Tokens/Holdings.php',
        'app/OAuth/Tokens/TakeOnce.php',
        'app/Foundation/Database/ImmediateSqliteConnection.php',
        'app/Operations/Installation/Backup.php',
        'app/Administration/Imports/Sources/SqliteFile.php',
    ];

    public function test_each_table_has_one_model(): void
    {
        $migration = implode('', array_map(file_get_contents(...), glob(dirname(__DIR__, 2).'/database/migrations/*.php') ?: []));
        preg_match_all("/Schema::create\('(\w+)'|CREATE (?:VIRTUAL )?TABLE (\w+)/", $migration, $found);
        $tables = array_diff(array_filter([...$found[1], ...$found[2]]), self::NOT_OURS);
        $named = [];
        foreach (Classes::records() as $class) {
            $named[] = (new $class)->getTable();
        }
        self::assertEqualsCanonicalizing(array_values($tables), $named);
    }

    public function test_nothing_goes_past_the_models(): void
    {
        $past = [];
        foreach ($this->sources() as $path => $tree) {
            foreach (SourceFiles::find($tree, MethodCall::class) as $call) {
                if ($call->name instanceof Identifier && in_array($call->name->name, ['table', 'getPdo', 'statement', 'selectOne', 'affectingStatement', 'unprepared'], true)) {
                    $past[] = $path;
                }
            }
            foreach (SourceFiles::find($tree, String_::class) as $text) {
                if (preg_match('/^\s*\(?(SELECT \S|INSERT (OR|INTO)|UPDATE \w+ SET|DELETE FROM|WITH RECURSIVE|EXISTS \(SELECT)/', $text->value) === 1) {
                    $past[] = $path;
                }
            }
            foreach (SourceFiles::find($tree, Name::class) as $name) {
                if ($name->toString() === 'stdClass') {
                    $past[] = "{$path} names stdClass";
                }
            }
        }
        self::assertEqualsCanonicalizing(self::OWN_STATEMENTS, array_values(array_unique($past)));
        $decision = (string) file_get_contents(dirname(__DIR__, 2).'/docs/decisions/0034-eloquent.md');
        foreach (self::OWN_STATEMENTS as $path) {
            self::assertStringContainsString(basename($path, '.php'), $decision, 'the decision names each');
        }
    }

    public function test_nobody_queries_anothers_model(): void
    {
        $records = Classes::records();
        $queries = 0;
        foreach ($this->sources() as $path => $tree) {
            $capability = self::folder($path);
            foreach ([...SourceFiles::find($tree, StaticCall::class), ...SourceFiles::find($tree, New_::class)] as $use) {
                $class = $use->class instanceof Name ? $use->class->toString() : '';
                if (in_array($class, $records, true)) {
                    $owner = self::folder(strtr(substr($class, strlen('Kennel\\')), ['App\\' => 'app/', '\\' => '/']));
                    self::assertSame($owner, $capability, "{$path} queries {$class}");
                    $queries++;
                }
            }
        }
        self::assertGreaterThan(100, $queries, 'the test still finds them');
    }

    /** The folder of an area that a file belongs to, or the area itself. */
    private static function folder(string $path): string
    {
        return implode('/', array_slice(explode('/', dirname($path)), 0, 3));
    }

    /** @return iterable<string, list<\PhpParser\Node>> */
    private function sources(): iterable
    {
        yield from SourceFiles::in('app');
    }
}
