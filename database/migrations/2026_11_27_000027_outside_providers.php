<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** People of outside OpenID providers: whose account is whose, and trips to a provider that have not come back yet. As before, a CHECK that lets one more value in is changed in the schema's own text. */
return new class extends Migration
{
    private const BEFORE = "came_by IN ('signup', 'import', 'installation', 'operator', 'invitation')";

    private const AFTER = "came_by IN ('signup', 'import', 'installation', 'operator', 'invitation', 'provider')";

    public function up(): void
    {
        $version = (int) (DB::selectOne('PRAGMA schema_version')->schema_version ?? 0);
        DB::statement('PRAGMA writable_schema = ON');
        try {
            $changed = DB::update("UPDATE sqlite_master SET sql = replace(sql, ?, ?) WHERE type = 'table' AND name = 'accounts' AND instr(sql, ?) > 0", [self::BEFORE, self::AFTER, self::BEFORE]);
            if ($changed !== 1) {
                throw new RuntimeException('The table of accounts is not as the release before made it.');
            }
            DB::statement('PRAGMA schema_version = '.($version + 1));
        } finally {
            DB::statement('PRAGMA writable_schema = OFF');
        }
        Schema::create('provider_links', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->string('issuer', 500);
            $table->string('subject', 255);
            $table->string('name', 60);
            $table->string('address', 254)->nullable();
            $table->string('unknown_password', 64)->nullable();
            $table->string('linked_at', 24);
            $table->string('used_at', 24)->nullable();
            $table->unique(['issuer', 'subject']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('provider_trips', function (Blueprint $table): void {
            $table->increments('seq');
            $table->string('state_digest', 64)->unique();
            $table->string('mark_digest', 64);
            $table->string('provider_key', 40);
            $table->string('app_key', 40);
            $table->string('nonce_digest', 64);
            $table->text('sealed');
            $table->boolean('kept');
            $table->uuid('account_id')->nullable();
            $table->string('expires_at', 24)->index();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('provider_offers', function (Blueprint $table): void {
            $table->increments('seq');
            $table->string('token_digest', 64)->unique();
            $table->string('mark_digest', 64);
            $table->string('issuer', 500);
            $table->string('subject', 255);
            $table->string('name', 60);
            $table->string('address', 254)->nullable();
            $table->string('expires_at', 24)->index();
        });
        Schema::create('provider_secrets', function (Blueprint $table): void {
            $table->string('provider_key', 40)->primary();
            $table->text('sealed');
            $table->string('changed_at', 24);
        });
    }
};
