<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Offers of an account. Accounts can come by one: as before, a CHECK that lets one more value in is changed in the schema's own text. */
return new class extends Migration
{
    private const BEFORE = "came_by IN ('signup', 'import', 'installation', 'operator')";

    private const AFTER = "came_by IN ('signup', 'import', 'installation', 'operator', 'invitation')";

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
        Schema::create('invitations', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('id')->unique();
            $table->uuid('batch_id')->index();
            $table->string('app_key', 40);
            $table->string('email');
            $table->string('lookup_key');
            $table->string('name');
            $table->string('language', 2);
            $table->json('roles');
            $table->json('fields');
            $table->uuid('inviter_id')->nullable();
            $table->string('inviter_name');
            $table->string('inviter_email');
            $table->text('words');
            $table->string('way', 10);
            $table->string('token_digest', 64)->unique();
            $table->string('password_hash')->nullable();
            $table->string('created_at', 24);
            $table->string('sent_at', 24);
            $table->string('expires_at', 24);
            $table->string('opened_at', 24)->nullable();
            $table->string('ended', 10)->nullable();
            $table->string('ended_at', 24)->nullable();
            $table->uuid('account_id')->nullable()->index();
            $table->index(['ended', 'expires_at']);
            $table->index(['inviter_id', 'seq']);
            $table->foreign('inviter_id')->references('id')->on('accounts')->nullOnDelete();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        // Of whoever is invited to an app there is one invitation that still counts, whoever sends two at once.
        DB::statement('CREATE UNIQUE INDEX invitations_unended ON invitations (lookup_key, app_key) WHERE ended IS NULL');
        DB::statement('CREATE INDEX invitations_email ON invitations (email COLLATE NOCASE, seq)');
        Schema::table('messages', function (Blueprint $table): void {
            $table->uuid('invitation_id')->nullable()->index();
        });
    }
};
