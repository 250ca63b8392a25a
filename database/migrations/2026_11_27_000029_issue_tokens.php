<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Apps come to tokens: their secrets, the keys that sign, what people let them do, and what was issued on that. Of every secret only a digest is kept; signing keys are sealed. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('app_secrets', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->string('app_key', 40)->index();
            $table->string('digest', 64)->unique();
            $table->string('hint', 4);
            $table->string('created_by', 200);
            $table->string('created_at', 24);
            $table->string('used_at', 24)->nullable();
            $table->string('revoked_at', 24)->nullable();
            $table->string('revoked_by', 200)->nullable();
            $table->foreign('app_key')->references('key')->on('apps')->cascadeOnDelete();
        });
        Schema::create('signing_keys', function (Blueprint $table): void {
            $table->increments('seq');
            $table->string('id', 64)->unique();
            $table->string('algorithm', 10);
            $table->text('public_jwk');
            $table->text('sealed');
            $table->string('created_at', 24);
            $table->string('used_from', 24);
            $table->string('withdrawn_at', 24)->nullable();
            $table->string('withdrawn_by', 200)->nullable();
            $table->text('withdrawn_why')->nullable();
        });
        Schema::create('authorization_requests', function (Blueprint $table): void {
            $table->increments('seq');
            $table->string('digest', 64)->unique();
            $table->string('app_key', 40);
            $table->text('parameters');
            $table->boolean('is_pushed')->default(false);
            $table->string('created_at', 24);
            $table->string('expires_at', 24)->index();
        });
        Schema::create('app_grants', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('account_id');
            $table->string('app_key', 40);
            $table->text('scope');
            $table->string('agreed_at', 24);
            $table->unique(['account_id', 'app_key']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('authorizations', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->string('app_key', 40);
            $table->uuid('account_id');
            $table->uuid('session_id');
            $table->text('scope');
            $table->text('resources');
            $table->boolean('is_offline');
            $table->string('proven_at', 24);
            $table->string('proven_by', 20);
            $table->string('second_factor', 20)->nullable();
            $table->string('nonce', 500)->nullable();
            $table->string('code_digest', 64)->nullable()->unique();
            $table->string('code_challenge', 43)->nullable();
            $table->text('redirect_uri')->nullable();
            $table->string('code_until', 24)->nullable();
            $table->string('code_used_at', 24)->nullable();
            $table->string('family_digest', 64)->nullable()->unique();
            $table->string('current_digest', 64)->nullable();
            $table->string('former_digest', 64)->nullable();
            $table->string('renewed_at', 24)->nullable();
            $table->string('lapses_at', 24)->index();
            $table->string('created_at', 24);
            $table->string('ended_at', 24)->nullable();
            $table->string('ended_by', 40)->nullable();
            $table->string('told_at', 24)->nullable();
            $table->index(['account_id', 'app_key']);
            $table->index(['app_key', 'created_at']);
            $table->index('session_id');
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('access_tokens', function (Blueprint $table): void {
            $table->increments('seq');
            $table->string('digest', 64)->unique();
            $table->unsignedInteger('authorization_seq')->nullable()->index();
            $table->string('app_key', 40);
            $table->text('scope');
            $table->text('audience');
            $table->string('issued_at', 24);
            $table->string('expires_at', 24)->index();
            $table->foreign('authorization_seq')->references('seq')->on('authorizations')->cascadeOnDelete();
        });
        Schema::create('revoked_tokens', function (Blueprint $table): void {
            $table->string('id', 80)->primary();
            $table->string('expires_at', 24)->index();
        });
        Schema::create('shown_assertions', function (Blueprint $table): void {
            $table->string('digest', 64)->primary();
            $table->string('expires_at', 24)->index();
        });
        Schema::create('device_requests', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->string('device_digest', 64)->unique();
            $table->string('user_digest', 64)->unique();
            $table->string('app_key', 40);
            $table->text('scope');
            $table->text('resources');
            $table->string('source', 45);
            $table->string('state', 10);
            $table->unsignedInteger('authorization_seq')->nullable();
            $table->unsignedInteger('interval');
            $table->string('polled_at', 24)->nullable();
            $table->string('created_at', 24);
            $table->string('expires_at', 24)->index();
            $table->foreign('authorization_seq')->references('seq')->on('authorizations')->cascadeOnDelete();
        });
        Schema::create('token_tallies', function (Blueprint $table): void {
            $table->string('app_key', 40);
            $table->string('day', 10);
            $table->string('what', 60);
            $table->unsignedInteger('times');
            $table->primary(['app_key', 'day', 'what']);
        });
    }
};
