<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A challenge can have a code beside its link, and says how it ended. Null for those from before. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('challenges', function (Blueprint $table): void {
            $table->string('code_digest', 64)->nullable();
            $table->string('code_expires_at', 24)->nullable();
            $table->unsignedTinyInteger('code_attempts')->default(0);
            $table->unsignedTinyInteger('code_most_attempts')->default(0);
            $table->string('ended_by', 20)->nullable();
        });
    }
};
