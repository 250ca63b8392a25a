<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Acts upon many accounts: each is checked first, then done, in steps that can be broken off; and what each account was before. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('bulk_runs', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('id')->unique();
            $table->uuid('act_id');
            $table->string('act', 30);
            $table->json('parameters');
            $table->uuid('undo_of')->nullable();
            $table->uuid('operator_id');
            $table->string('operator_name', 120);
            $table->text('why')->nullable();
            $table->string('state', 12);
            $table->integer('total');
            $table->integer('done');
            $table->integer('planned');
            $table->integer('changed');
            $table->integer('left_out');
            $table->json('outcomes');
            $table->string('failure', 60)->nullable();
            $table->string('begun_at', 24);
            $table->string('finished_at', 24)->nullable()->index();
        });
        Schema::create('bulk_accounts', function (Blueprint $table): void {
            $table->uuid('run_id');
            $table->integer('position');
            $table->integer('account_seq');
            $table->integer('version');
            $table->string('state', 10);
            $table->string('reason', 60)->nullable();
            $table->json('before')->nullable();
            $table->json('after')->nullable();
            $table->primary(['run_id', 'position']);
            $table->index(['run_id', 'state', 'position']);
            $table->foreign('run_id')->references('id')->on('bulk_runs')->cascadeOnDelete();
            $table->foreign('account_seq')->references('seq')->on('accounts')->cascadeOnDelete();
            $table->index('account_seq');
        });
    }
};
