<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** When each worker and the schedule were last seen at work. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('pulses', static function (Blueprint $table): void {
            $table->string('name')->primary();
            $table->string('beaten_at');
        });
    }
};
