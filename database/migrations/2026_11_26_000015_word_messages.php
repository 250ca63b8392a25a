<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** In whose name and in which language a message was written: its wording depends on both. Null for those from before. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('messages', function (Blueprint $table): void {
            $table->string('app_key', 40)->nullable();
            $table->string('language', 2)->nullable();
            $table->index(['kind', 'created_at']);
        });
    }
};
