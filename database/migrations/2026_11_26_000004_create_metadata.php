<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Two JSON documents an account, and a row for every value in them, so that one can be found among a million accounts. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement(<<<'SQL'
            CREATE TABLE metadata (
                account_seq INTEGER NOT NULL REFERENCES accounts (seq) ON DELETE CASCADE,
                kind TEXT NOT NULL CHECK (kind IN ('own', 'internal')),
                document TEXT NOT NULL CHECK (json_valid(document)),
                PRIMARY KEY (account_seq, kind)
            ) WITHOUT ROWID
            SQL);
        DB::statement(<<<'SQL'
            CREATE TABLE metadata_values (
                account_seq INTEGER NOT NULL REFERENCES accounts (seq) ON DELETE CASCADE,
                kind TEXT NOT NULL,
                path TEXT NOT NULL,
                position INTEGER NOT NULL,
                value TEXT NOT NULL,
                sort_key TEXT NOT NULL,
                PRIMARY KEY (account_seq, kind, path, position)
            ) WITHOUT ROWID
            SQL);
        DB::statement('CREATE INDEX metadata_values_sort ON metadata_values (kind, path, sort_key, account_seq)');
    }
};
