<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Rehearsals that are under way, each with a world of its own beside this database; and journeys that are kept as cases. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('rehearsals', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('operator_id')->index();
            $table->string('operator_name', 120);
            $table->string('title', 120);
            $table->string('app_key', 40);
            $table->integer('revision');
            $table->boolean('is_draft');
            $table->integer('ahead')->default(0);
            $table->json('steps');
            $table->json('done');
            $table->string('begun_at', 24);
            $table->string('seen_at', 24)->index();
            $table->foreign('operator_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('journey_cases', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->string('title', 120);
            $table->string('app_key', 40);
            $table->json('steps');
            $table->string('saved_by', 120);
            $table->string('saved_at', 24);
            $table->string('ran_digest', 64)->nullable();
            $table->json('ran')->nullable();
        });
    }
};
