<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * The refresh tokens that were exchanged within the last seconds, instead of one of them: a list of digest, salt and time. What was
 * exchanged in the seconds before the upgrade is forgotten.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement("ALTER TABLE authorizations ADD COLUMN superseded TEXT NOT NULL DEFAULT '[]'");
        DB::statement('ALTER TABLE authorizations DROP COLUMN former_digest');
    }
};
