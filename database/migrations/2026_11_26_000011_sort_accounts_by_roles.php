<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * The roles of an account as the list has them, in one text with an index of its own. The database keeps it, whoever gives or takes a role.
 */
return new class extends Migration
{
    private const HELD = "(SELECT ifnull(group_concat(role_key, ' '), '') FROM (SELECT role_key FROM assignments WHERE account_id = %s ORDER BY role_key))";

    public function up(): void
    {
        DB::statement("ALTER TABLE accounts ADD COLUMN role_keys TEXT NOT NULL DEFAULT ''");
        DB::statement('UPDATE accounts SET role_keys = '.sprintf(self::HELD, 'accounts.id').' WHERE id IN (SELECT account_id FROM assignments)');
        // Where many share a value, the old ones come first: who looks for the new ones reads their moments off the index, and passes by.
        foreach (['role_keys' => 'role_keys', 'app_key' => 'app_key', 'came_by' => 'came_by', 'hash_kind' => 'hash_kind_seq', 'status' => 'status_seq'] as $column => $name) {
            DB::statement("DROP INDEX IF EXISTS accounts_{$name}");
            DB::statement("CREATE INDEX accounts_{$name} ON accounts ({$column}, seq, created_at)");
        }
        foreach (['given' => ['INSERT', 'new'], 'taken' => ['DELETE', 'old']] as $what => [$verb, $row]) {
            $held = sprintf(self::HELD, "{$row}.account_id");
            DB::statement("CREATE TRIGGER assignments_{$what} AFTER {$verb} ON assignments BEGIN UPDATE accounts SET role_keys = {$held} WHERE id = {$row}.account_id; END");
        }
        // Whether a field has lists at all is asked before its order is relied upon.
        DB::statement('CREATE INDEX field_values_lists ON field_values (field_key) WHERE position > 1');
    }
};
