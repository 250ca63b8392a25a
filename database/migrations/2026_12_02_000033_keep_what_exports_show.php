<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What an operator could see when an export was begun: its file is compared with what they may see when it is fetched. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('exports', function (Blueprint $table): void {
            $table->json('bounds')->nullable();
            $table->json('handed')->default('[]');
        });
    }
};
