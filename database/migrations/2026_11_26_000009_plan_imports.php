<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** An import has a plan of what its columns become; one that was received before has none, and reads columns by their names as it did. Plans can be kept. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('imports', function (Blueprint $table): void {
            $table->json('plan')->nullable();
            $table->integer('unpacked_rows')->default(0);
            $table->integer('unpacked_bytes')->default(0);
            $table->boolean('is_unpacked')->default(false);
            $table->integer('updated')->default(0);
            $table->integer('left')->default(0);
        });
        // Reports name people by their address, and are forgotten with them.
        Schema::table('import_rows', static fn (Blueprint $table) => $table->index('address'));
        Schema::create('import_plans', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('name', 80)->unique();
            $table->json('plan');
            $table->uuid('operator_id')->nullable();
            $table->string('operator_name', 120);
            $table->string('kept_at', 24);
        });
    }
};
