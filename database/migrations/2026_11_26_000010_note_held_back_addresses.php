<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Addresses whose sign-in is held back, and until when: those of accounts and of nobody alike, so that noting one tells nothing.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('held_back', function (Blueprint $table): void {
            $table->string('lookup_key', 254)->primary();
            $table->string('until', 24)->index();
        });
        // Files of those that were selected one by one.
        Schema::table('exports', static fn (Blueprint $table) => $table->json('ids')->nullable());
        // Accounts are sorted by their status as well.
        DB::statement('CREATE INDEX accounts_status_seq ON accounts (status, seq)');
    }
};
