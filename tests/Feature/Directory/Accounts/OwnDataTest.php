<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;

/** What is kept of a holder: shown to them and nobody else, and taken out with their pictures. */
final class OwnDataTest extends DoorTestCase
{
    public function test_all_of_it_is_shown_and_taken_out_and_what_others_wrote_is_not(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
        $this->keeper();
        $this->knock('POST', '/exports', ['format' => 'csv', 'columns' => ['name'], 'search' => '', 'where' => '[]', 'sort' => 'name'], [], 'console')->assertCreated();
        $tam = $this->holder('tam@post.example', 'Tam', role: 'reviewer');
        $this->app->make(FieldValues::class)->write($tam->seq, ['home_reach' => 'Saltings', 'speaks' => ['en', 'ja'], 'listed' => true]);
        $this->app->make(Metadata::class)->write($tam->seq, MetadataKind::Own, MetadataDocument::parse('{"nickname":"Wren","n":2.0}'));
        $this->app->make(Metadata::class)->write($tam->seq, MetadataKind::Internal, MetadataDocument::parse('{"note":"difficult"}'));
        $this->holder('bo@post.example', 'Bjarte');
        $this->signIn()->assertCreated();
        $this->knock('PUT', '/account/pictures/picture', self::png(), ['Content-Type' => 'image/png']);
        $this->clock->move('+1 minute');
        $data = $this->knock('GET', '/account/data')->assertOk();
        self::assertSame([$tam->id, 'Tam', 'tam@post.example', 'active'], [$data->json('account.id'), $data->json('account.name'), $data->json('account.email'), $data->json('account.status')]);
        self::assertEquals(['home_reach' => 'Saltings', 'speaks' => ['en', 'ja'], 'listed' => true], array_diff_key(array_column((array) $data->json('fields'), 'value', 'key'), ['picture' => 0]));
        self::assertSame(['nickname' => 'Wren', 'n' => 2], array_map(static fn (mixed $value): mixed => is_float($value) ? (int) $value : $value, (array) $data->json('metadata')));
        self::assertSame([true, ['reviewer'], [true]], [$data->json('has_internal_metadata'), array_column((array) $data->json('roles'), 'role'), array_column((array) $data->json('sessions'), 'is_this')]);
        self::assertContains('field:home_reach', array_column((array) $data->json('handed.to'), 'field'));
        self::assertSame([], $data->json('kept_back'));
        foreach (['difficult', 'Bjarte', DB::table('accounts')->where('id', $tam->id)->value('password_hash'), 'Maren'] as $notTheirs) {
            self::assertStringNotContainsString((string) $notTheirs, (string) $data->getContent());
        }
        $file = $this->knock('GET', '/account/data/file')->assertOk();
        self::assertSame(['application/zip', 'no-store, private'], [$file->headers->get('Content-Type'), $file->headers->get('Cache-Control')]);
        $path = sys_get_temp_dir().'/kennel-own-'.bin2hex(random_bytes(4));
        file_put_contents($path, $file->getContent());
        $zip = new \ZipArchive;
        self::assertTrue($zip->open($path));
        $taken = json_decode((string) $zip->getFromName('account.json'), true, flags: JSON_THROW_ON_ERROR);
        self::assertSame([$tam->id, 'Wren'], [$taken['account']['id'], $taken['metadata']['nickname']]);
        self::assertNotFalse($zip->getFromName('pictures/picture.webp'));
        $zip->close();
        unlink($path);
        $this->knock('DELETE', '/session')->assertNoContent();
        $this->knock('GET', '/account/data')->assertStatus(401);
        $this->knock('GET', '/account/data/file')->assertStatus(401);
    }

    private static function png(): string
    {
        $image = imagecreatetruecolor(32, 32);
        ob_start();
        imagepng($image);

        return (string) ob_get_clean();
    }
}
