<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** The unique index of lookup keys serves the same order: SQLite appends the row's number to each index by itself. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('DROP INDEX accounts_lookup_key');
    }
};
