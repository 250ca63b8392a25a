<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** When an account was last changed, and an index for each further order the list can have. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement("ALTER TABLE accounts ADD COLUMN changed_at TEXT NOT NULL DEFAULT ''");
        DB::statement("UPDATE accounts SET changed_at = max(created_at, ifnull((SELECT max(at) FROM audit_events e WHERE e.account_id = accounts.id AND e.event LIKE 'account.%'), ''))");
        DB::statement('CREATE INDEX accounts_changed_at ON accounts (changed_at, seq)');
        DB::statement('CREATE INDEX accounts_app_key ON accounts (app_key, seq)');
        DB::statement('CREATE INDEX accounts_came_by ON accounts (came_by, seq)');
        DB::statement('CREATE INDEX accounts_hash_kind_seq ON accounts (hash_kind, seq)');
        DB::statement('CREATE INDEX accounts_terms_version ON accounts (terms_version, seq)');
        // Few have not, and only they are looked for.
        DB::statement('CREATE INDEX accounts_unproven ON accounts (seq) WHERE email_proven_at IS NULL');
        DB::statement("CREATE INDEX accounts_password_owed ON accounts (seq) WHERE password_owed <> ''");
        DB::statement('CREATE INDEX field_values_value ON field_values (field_key, value, account_seq)');
        DB::statement('CREATE INDEX assignments_role_account ON assignments (role_key, account_id)');
        DB::statement('DROP INDEX assignments_role_key_index');
    }
};
