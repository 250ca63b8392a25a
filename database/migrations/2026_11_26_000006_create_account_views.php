<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What operators keep of a list of accounts: its search, conditions, order and columns, for themselves or for all. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('account_views', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('id')->unique();
            $table->uuid('owner_id')->index();
            $table->string('name', 60);
            $table->boolean('is_shared')->index();
            $table->string('search', 100);
            $table->text('conditions');
            $table->string('sort', 50);
            $table->json('columns');
            $table->string('created_at', 24);
            $table->foreign('owner_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }
};
