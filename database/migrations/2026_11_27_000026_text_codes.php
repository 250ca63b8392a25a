<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Telephones that codes go to, as second factors. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('phones', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('account_id');
            $table->string('number', 20);
            $table->string('code_digest', 64)->nullable();
            $table->string('code_expires_at', 24)->nullable();
            $table->integer('code_attempts')->default(0);
            $table->string('texted_at', 24);
            $table->string('created_at', 24);
            $table->string('confirmed_at', 24)->nullable();
            $table->string('used_at', 24)->nullable();
            $table->unique(['account_id', 'number']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }
};
