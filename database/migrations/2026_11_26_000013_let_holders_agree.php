<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What holders have agreed to: that an audience is handed a field for a purpose, or that they stand in a directory. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('consents', function (Blueprint $table): void {
            $table->uuid('account_id');
            $table->string('audience', 60);
            $table->string('field', 200);
            // As it read when they agreed: to another purpose nobody has agreed.
            $table->string('purpose', 200);
            $table->string('given_at', 24);
            $table->primary(['account_id', 'audience', 'field']);
            $table->index(['audience', 'field', 'account_id']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }
};
