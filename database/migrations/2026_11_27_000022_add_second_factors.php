<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Second factors: authenticators, recovery codes, sign-ins that wait for one, devices that are not asked again, and resets that an operator has asked for. */
return new class extends Migration
{
    public function up(): void
    {
        // Without a default the table is not written anew.
        DB::statement('ALTER TABLE accounts ADD COLUMN factor_since TEXT NULL');
        Schema::create('authenticators', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->string('name', 60);
            $table->text('sealed');
            $table->integer('last_step')->nullable();
            $table->string('created_at', 24);
            $table->string('confirmed_at', 24)->nullable();
            $table->string('used_at', 24)->nullable();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('recovery_codes', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('account_id');
            $table->string('digest', 64);
            $table->string('made_at', 24);
            $table->string('used_at', 24)->nullable();
            $table->unique(['account_id', 'digest']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        // A first factor was proven; the session begins with the second.
        Schema::create('pending_signins', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->string('token_digest', 64)->unique();
            $table->string('surface', 10);
            $table->boolean('kept');
            $table->string('proven_by', 20);
            $table->string('password_digest', 64);
            $table->integer('attempts');
            $table->string('created_at', 24);
            $table->string('expires_at', 24)->index();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('factor_resets', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->string('asked_by', 36);
            $table->string('asked_by_name', 120);
            $table->string('reason', 500);
            $table->string('asked_at', 24);
            $table->string('due_at', 24);
            $table->string('ended_at', 24)->nullable();
            $table->string('ended_by', 20)->nullable();
            $table->index(['ended_at', 'due_at']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        DB::statement('ALTER TABLE known_devices ADD COLUMN trusted_until TEXT NULL');
        DB::statement('ALTER TABLE sessions ADD COLUMN second_factor TEXT NULL');
    }
};
