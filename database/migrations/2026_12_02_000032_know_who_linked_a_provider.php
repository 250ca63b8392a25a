<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whether the holder made a link themselves. Of those that are there nobody knows: operators link theirs once more. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('provider_links', function (Blueprint $table): void {
            $table->boolean('by_holder')->default(false);
        });
    }
};
