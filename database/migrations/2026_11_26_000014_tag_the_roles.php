<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Names the state of the roles, so that what was read of it can be kept between requests: a tag by chance, another one with every change, whoever makes it. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('role_tags', function (Blueprint $table): void {
            $table->string('tag', 32);
        });
        DB::statement('INSERT INTO role_tags (tag) VALUES (lower(hex(randomblob(16))))');
        // Triggers, so that no way of changing them can be forgotten. By chance and not by counting: what is rolled back never gave its number to two states.
        foreach (['roles', 'role_permissions', 'role_includes', 'permissions'] as $table) {
            foreach (['INSERT', 'UPDATE', 'DELETE'] as $verb) {
                DB::statement("CREATE TRIGGER {$table}_tagged_at_".strtolower($verb)." AFTER {$verb} ON {$table} BEGIN UPDATE role_tags SET tag = lower(hex(randomblob(16))); END");
            }
        }
    }
};
