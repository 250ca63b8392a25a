<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Passkeys of accounts, and the challenges that authenticators are to answer. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('passkeys', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->string('name', 60);
            $table->string('credential_id', 1366)->unique();
            $table->text('public_key');
            $table->integer('algorithm');
            $table->bigInteger('sign_count');
            $table->boolean('is_backup_eligible');
            $table->boolean('is_backed_up');
            $table->string('created_at', 24);
            $table->string('used_at', 24)->nullable();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('passkey_challenges', function (Blueprint $table): void {
            $table->increments('seq');
            $table->string('digest', 64)->unique();
            $table->string('purpose', 20);
            $table->uuid('account_id')->nullable();
            $table->string('expires_at', 24)->index();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }
};
