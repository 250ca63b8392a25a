<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** The language a holder wants to be spoken to in; null for whatever their browser asks for. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('accounts', static function (Blueprint $table): void {
            $table->string('language', 8)->nullable();
        });
    }
};
