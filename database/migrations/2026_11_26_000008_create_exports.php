<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Files of accounts that operators take out: what was asked for, and how far it is. The file itself lies in the data directory for a day. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('exports', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('id')->unique();
            $table->uuid('operator_id');
            $table->string('operator_name', 120);
            $table->string('format', 10);
            $table->json('columns');
            $table->string('search', 100);
            $table->text('conditions');
            $table->string('sort', 50);
            $table->string('state', 12);
            $table->integer('total')->nullable();
            $table->integer('done');
            $table->integer('bytes');
            $table->text('cursor')->nullable();
            $table->string('begun_at', 24)->index();
            $table->string('finished_at', 24)->nullable();
        });
    }
};
