<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** The token that a session had a moment ago, for requests that were under way when it got another. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE sessions ADD COLUMN former_digest TEXT NULL');
        DB::statement('ALTER TABLE sessions ADD COLUMN former_until TEXT NULL');
        DB::statement('CREATE INDEX sessions_former_digest ON sessions (former_digest) WHERE former_digest IS NOT NULL');
    }
};
