<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What was tried at sign-in, by keyed digests; failures in a row; who and what is held back now. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('signin_attempts', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->bigInteger('at')->index();
            $table->string('account_key', 22);
            $table->string('source_key', 22);
            $table->string('net_key', 22);
            $table->boolean('is_known_device');
            $table->string('outcome', 8);
            $table->uuid('account_id')->nullable();
            $table->index(['account_id', 'at']);
        });
        Schema::create('failure_runs', function (Blueprint $table): void {
            $table->string('account_key', 64)->primary();
            $table->integer('failures');
            $table->string('last_at', 24)->index();
        });
        Schema::create('held_sources', function (Blueprint $table): void {
            $table->string('kind', 10);
            $table->string('source', 50);
            $table->integer('failures');
            $table->string('until', 24)->index();
            $table->primary(['kind', 'source']);
        });
        DB::statement('ALTER TABLE held_back ADD COLUMN failures INTEGER NOT NULL DEFAULT 0');
        DB::statement('ALTER TABLE held_back ADD COLUMN is_ceiling INTEGER NOT NULL DEFAULT 0');
    }
};
