<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Tokens that are of use to whoever holds a key alone (RFC 9449): the key's thumbprint, which is no secret. What was issued before is bound to none. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('authorizations', function (Blueprint $table): void {
            $table->string('key_thumbprint', 43)->nullable();
        });
        Schema::table('access_tokens', function (Blueprint $table): void {
            $table->string('key_thumbprint', 43)->nullable();
        });
    }
};
