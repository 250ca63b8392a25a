<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Fields;

use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;

/** Whose a field is, and whether it is still one, is asked where it is written. */
final class WhoMayWriteTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->define([
            Books::field('short_text', ['key' => 'note', 'edited_by' => 'operator']),
            Books::field('short_text', ['key' => 'former', 'retired' => true]),
            Books::field('picture', ['key' => 'badge', 'edited_by' => 'operator']),
            Books::field('picture', ['key' => 'old_picture', 'retired' => true]),
            Books::field('picture', ['key' => 'of_another', 'apps' => ['kitloft']]),
            Books::field('short_text', ['key' => 'own']),
        ]);
    }

    public function test_a_holder_writes_their_own_fields_and_no_others(): void
    {
        $this->holder();
        $this->signIn();
        $write = fn (array $fields) => $this->knock('PATCH', '/account/fields', ['fields' => $fields], ['If-Match' => '*']);
        foreach (['note', 'former', 'badge'] as $field) {
            $refused = $write(['own' => 'mine', $field => 'x'])->assertStatus(422);
            self::assertSame([['field.not_asked', "fields.{$field}"]], array_map(static fn (array $reason): array => [$reason['code'], $reason['field']], (array) $refused->json('reasons')));
        }
        self::assertSame(0, self::rows('field_values'), 'all or nothing');
        $write(['own' => 'mine'])->assertOk();
        self::assertSame(1, self::rows('field_values'));
    }

    public function test_a_picture_is_sent_for_a_field_of_ones_own(): void
    {
        $this->holder();
        $this->signIn();
        $image = imagecreatetruecolor(8, 8);
        ob_start();
        imagepng($image);
        $picture = (string) ob_get_clean();
        foreach (['badge', 'old_picture', 'of_another', 'own', 'nothing'] as $field) {
            $this->knock('PUT', "/account/pictures/{$field}", $picture, ['Content-Type' => 'image/png'])->assertNotFound();
        }
        self::assertSame([0, 0], [self::rows('pictures'), self::rows('field_values')]);
        self::assertSame([], glob(storage_path('app/pictures/*')) ?: []);
    }

    public function test_an_operator_writes_what_is_a_field_still(): void
    {
        $this->keeper();
        $holder = $this->holder('tam@post.example');
        $write = fn (array $fields) => $this->knock('PATCH', "/accounts/{$holder->id}/fields", ['fields' => $fields, 'reason' => 'needed'], ['If-Match' => '*'], 'console');
        self::assertSame(['field.not_asked'], self::codes($write(['former' => 'x'])->assertStatus(422)));
        $write(['note' => 'Came by in person'])->assertOk();
        $this->knock('PATCH', '/accounts/00000000-0000-7000-8000-000000000000/fields', ['fields' => ['note' => 'x'], 'reason' => 'needed'], ['If-Match' => '*'], 'console')->assertNotFound();
        self::assertSame(1, self::rows('field_values'));
    }
}
