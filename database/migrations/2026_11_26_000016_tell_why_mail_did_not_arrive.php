<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What became of each message, step by step, and the addresses that nothing is sent to until somebody says so. */
return new class extends Migration
{
    public function up(): void
    {
        // What a check allows is in the schema alone: no row has to be written anew for two more states, as the making of a second table would do with
        // every message there is (sqlite.org/lang_altertable.html, 7, the procedure for changes that leave the content as it is).
        DB::statement('PRAGMA writable_schema = ON');
        DB::update("UPDATE sqlite_schema SET sql = replace(sql, ?, ?) WHERE type = 'table' AND name = 'messages'", ["'sent', 'failed')", "'sent', 'failed', 'bounced', 'suppressed')"]);
        $version = (int) DB::scalar('PRAGMA schema_version');
        DB::statement('PRAGMA schema_version = '.($version + 1));
        DB::statement('PRAGMA writable_schema = OFF');
        Schema::create('message_events', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->integer('message_seq');
            $table->string('event', 20);
            $table->string('said', 300)->nullable();
            $table->string('at', 24);
            $table->string('next_at', 24)->nullable();
            $table->index(['message_seq', 'seq']);
            $table->foreign('message_seq')->references('seq')->on('messages')->cascadeOnDelete();
        });
        Schema::create('suppressions', function (Blueprint $table): void {
            $table->string('address_key', 254)->primary();
            $table->string('said', 300);
            $table->string('since', 24);
            // It is kept for no other reason than to send that person nothing: with the account it goes.
            $table->uuid('account_id')->nullable()->index();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::table('messages', function (Blueprint $table): void {
            // What of the day's messages is used is counted off it.
            $table->index(['settled_at', 'state']);
        });
        // Found by how an address begins, in whichever letters it was typed.
        DB::statement('CREATE INDEX messages_recipient ON messages (recipient COLLATE NOCASE, seq)');
        DB::statement('CREATE INDEX messages_state_recipient ON messages (state, recipient COLLATE NOCASE)');
    }
};
