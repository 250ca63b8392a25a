<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Where each account has signed in before, by digests that mean nothing beside another account's. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('known_devices', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('account_id');
            $table->string('mark', 64);
            $table->string('seen_at', 24);
            $table->unique(['account_id', 'mark']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }
};
