<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How the stand-in of a relay behaves: one row, and none while it takes everything. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('stand_in_modes', function (Blueprint $table): void {
            $table->string('stand_in', 10)->primary();
            $table->string('mode', 10);
            $table->string('set_at', 24);
        });
    }
};
