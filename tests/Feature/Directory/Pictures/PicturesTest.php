<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Pictures;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Pictures\Redraw;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\PeakMemory;
use PHPUnit\Framework\Attributes\DataProvider;

final class PicturesTest extends DoorTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/kennel-pictures-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        $this->app->useStoragePath($this->folder);
        $this->define([Books::field('picture', ['key' => 'picture', 'label' => 'Picture'])]);
        $this->holder();
        $this->signIn();
        $this->travelTo($this->clock->now());
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
        parent::tearDown();
    }

    #[DataProvider('formats')]
    public function test_each_format_is_drawn_anew_as_squares(string $format): void
    {
        $sent = $this->send(self::picture($format, 120, 80))->assertOk();
        $served = $this->get((string) $sent->json('fields.0.picture'))->assertOk();
        self::assertSame('image/webp', $served->headers->get('Content-Type'));
        $size = getimagesizefromstring((string) $served->getContent());
        self::assertSame([256, 256, IMAGETYPE_WEBP], $size === false ? null : array_slice($size, 0, 3));
        self::assertSame(2, count(glob("{$this->folder}/app/pictures/*") ?: []));
    }

    /** @return array<string, array{string}> */
    public static function formats(): array
    {
        return ['JPEG' => ['jpeg'], 'PNG' => ['png'], 'WebP' => ['webp'], 'the first frame of a GIF' => ['gif']];
    }

    public function test_what_is_damaged_or_drawn_leaves_the_errors_of_others_to_others(): void
    {
        $handler = static fn (): bool => true;
        set_error_handler($handler);
        $redraw = new \Kennel\App\Directory\Pictures\Redraw;
        $drawn = $redraw(self::picture('png', 120, 80), [64, 16]);
        self::assertSame([120, 80, [64, 16]], [$drawn->width, $drawn->height, array_keys($drawn->files)]);
        try {
            $redraw(substr(self::picture('png', 120, 80), 0, 200), [64]);
            self::fail('half a face');
        } catch (\Kennel\Core\Foundation\Reasons\Refused $refused) {
            self::assertSame('picture.damaged', $refused->reason->code);
        }
        self::assertSame($handler, set_error_handler(null));
        restore_error_handler();
        restore_error_handler();
    }

    public function test_the_middle_fills_the_square_to_its_edges(): void
    {
        $image = imagecreatetruecolor(120, 60);
        imagefilledrectangle($image, 0, 0, 119, 59, (int) imagecolorallocate($image, 0, 0, 255));
        imagefilledrectangle($image, 30, 0, 89, 59, (int) imagecolorallocate($image, 255, 0, 0));
        ob_start();
        imagepng($image);
        $drawn = (new \Kennel\App\Directory\Pictures\Redraw)((string) ob_get_clean(), [32]);
        $square = imagecreatefromstring($drawn->files[32]);
        self::assertInstanceOf(\GdImage::class, $square);
        foreach ([[0, 0], [31, 0], [0, 31], [31, 31], [16, 16]] as [$x, $y]) {
            $colour = imagecolorsforindex($square, (int) imagecolorat($square, $x, $y));
            self::assertSame([true, true, 0], [$colour['red'] > 220, $colour['blue'] < 40, $colour['alpha']], "{$x}, {$y}");
        }
    }

    public function test_orientation_is_applied_and_metadata_is_gone(): void
    {
        // Red on the left, and a note that says: turn by 90°. Upright it is red on top.
        $image = imagecreatetruecolor(64, 64);
        imagefilledrectangle($image, 0, 0, 31, 63, (int) imagecolorallocate($image, 255, 0, 0));
        ob_start();
        imagejpeg($image, null, 95);
        $jpeg = (string) ob_get_clean();
        $exif = "Exif\0\0MM\0*\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0SECRET PLACE";
        $sent = $this->send("\xFF\xD8\xFF\xE1".pack('n', strlen($exif) + 2).$exif.substr($jpeg, 2))->assertOk();
        $served = (string) $this->get((string) $sent->json('fields.0.picture'))->getContent();
        self::assertStringNotContainsString('SECRET', $served);
        $upright = imagecreatefromstring($served);
        assert($upright !== false);
        self::assertGreaterThan(200, (int) imagecolorat($upright, 128, 30) >> 16 & 255, 'red on top');
        self::assertLessThan(60, (int) imagecolorat($upright, 128, 226) >> 16 & 255);
    }

    /** @param  string  $corners  colours as they are shown: top left, top right, bottom left, bottom right */
    #[DataProvider('orientations')]
    public function test_each_orientation_is_turned_upright(int $orientation, string $corners): void
    {
        $image = imagecreatetruecolor(64, 64);
        $colours = ['r' => [255, 0, 0], 'g' => [0, 255, 0], 'b' => [0, 0, 255], 'w' => [255, 255, 255]];
        foreach (str_split('rgbw') as $at => $name) {
            imagefilledrectangle($image, 32 * ($at % 2), 32 * intdiv($at, 2), 32 * ($at % 2) + 31, 32 * intdiv($at, 2) + 31, (int) imagecolorallocate($image, ...$colours[$name]));
        }
        ob_start();
        imagejpeg($image, null, 95);
        $exif = "Exif\0\0MM\0*\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0".chr($orientation)."\0\0\0\0\0\0";
        $drawn = (new Redraw)("\xFF\xD8\xFF\xE1".pack('n', strlen($exif) + 2).$exif.substr((string) ob_get_clean(), 2), [64]);
        $upright = imagecreatefromstring($drawn->files[64]);
        assert($upright !== false);
        $shown = '';
        foreach ([[16, 16], [48, 16], [16, 48], [48, 48]] as [$x, $y]) {
            $found = imagecolorsforindex($upright, (int) imagecolorat($upright, $x, $y));
            foreach ($colours as $name => [$red, $green, $blue]) {
                $shown .= abs($found['red'] - $red) + abs($found['green'] - $green) + abs($found['blue'] - $blue) < 150 ? $name : '';
            }
        }
        self::assertSame($corners, $shown);
    }

    /** @return array<string, array{int, string}> TIFF 6.0, tag 274 (from memory): which side of the picture the first row and the first column are */
    public static function orientations(): array
    {
        return [
            'top, left' => [1, 'rgbw'], 'top, right' => [2, 'grwb'], 'bottom, right' => [3, 'wbgr'], 'bottom, left' => [4, 'bwrg'], 'left, top' => [5, 'rbgw'], 'right, top' => [6, 'brwg'],
            'right, bottom' => [7, 'wgbr'], 'left, bottom' => [8, 'gwrb'], 'nobody\'s' => [9, 'rgbw'],
        ];
    }

    public function test_a_picture_that_is_sent_again_as_it_is_stays(): void
    {
        $this->define([Books::field('picture', ['key' => 'picture', 'label' => 'Picture']), Books::field('short_text', ['key' => 'note'])]);
        $path = (string) $this->send(self::picture('png', 40, 40))->json('fields.0.picture');
        $id = (string) json_decode((string) DB::table('field_values')->value('value'));
        $write = fn (array $fields) => $this->knock('PATCH', '/account/fields', ['fields' => $fields], ['If-Match' => '*'])->assertOk();
        $write(['picture' => $id, 'note' => 'one']);
        $write(['picture' => $id, 'note' => 'two']);
        $this->get($path)->assertOk();
        self::assertSame(1, self::rows('pictures'));
        $write(['picture' => null]);
        self::assertSame(0, self::rows('pictures'), 'what is no value any more is nobody\'s');
    }

    public function test_what_is_transparent_stays_so(): void
    {
        $image = imagecreatetruecolor(64, 64);
        imagealphablending($image, false);
        imagesavealpha($image, true);
        imagefilledrectangle($image, 0, 0, 63, 63, (int) imagecolorallocatealpha($image, 0, 0, 0, 127));
        ob_start();
        imagepng($image);
        $drawn = imagecreatefromstring((new Redraw)((string) ob_get_clean(), [64])->files[64]);
        assert($drawn !== false);
        self::assertSame(127, imagecolorsforindex($drawn, (int) imagecolorat($drawn, 32, 32))['alpha']);
    }

    public function test_the_middle_is_taken_and_the_folder_is_the_services(): void
    {
        $image = imagecreatetruecolor(192, 64);
        imagefilledrectangle($image, 64, 0, 127, 63, (int) imagecolorallocate($image, 255, 0, 0));
        ob_start();
        imagepng($image);
        $this->send((string) ob_get_clean())->assertOk();
        self::assertSame(0o750, fileperms("{$this->folder}/app/pictures") & 0o777);
        foreach (glob("{$this->folder}/app/pictures/*") ?: [] as $file) {
            $drawn = imagecreatefromwebp($file);
            assert($drawn !== false);
            foreach ([[2, 2], [imagesx($drawn) - 3, 2], [2, imagesy($drawn) - 3], [imagesx($drawn) - 3, imagesy($drawn) - 3]] as [$x, $y]) {
                self::assertGreaterThan(200, (int) imagecolorat($drawn, $x, $y) >> 16 & 255, "{$x}/{$y}");
            }
        }
    }

    #[DataProvider('bombs')]
    public function test_what_is_no_picture_is_refused(string $bytes, int $status, string $code): void
    {
        $this->send($bytes)->assertStatus($status)->assertJsonPath('reasons.0.code', $code);
        self::assertSame([0, 0], [self::rows('pictures'), self::rows('field_values')]);
        self::assertSame([], glob("{$this->folder}/app/pictures/*") ?: []);
    }

    /** @return array<string, array{string, int, string}> */
    public static function bombs(): array
    {
        // A PNG's header may claim anything: here a million pixels a side, in a hundred bytes.
        $header = static fn (int $width, int $height): string => "\x89PNG\r\n\x1A\n".pack('N', 13).'IHDR'.($ihdr = pack('NN', $width, $height)."\x08\x02\0\0\0").pack('N', crc32("IHDR{$ihdr}"));

        return [
            'nothing' => ['', 422, 'picture.format'],
            'HTML' => ['<html><script>alert(1)</script>', 422, 'picture.format'],
            'SVG, which can hold scripts' => ['<svg xmlns="http://www.w3.org/2000/svg"/>', 422, 'picture.format'],
            'huge dimensions' => [$header(1_000_000, 1_000_000), 422, 'picture.too_large'],
            'a long thin one' => [$header(60_000, 10), 422, 'picture.too_large'],
            'truncated in the header' => [substr(self::picture('png', 50, 50), 0, 20), 422, 'picture.damaged'],
            'truncated in the data' => [substr(self::picture('jpeg', 400, 400), 0, 900), 422, 'picture.damaged'],
            'a PNG truncated in the data' => [substr(self::picture('png', 400, 400), 0, -40), 422, 'picture.damaged'],
            'a WebP truncated in the data' => [substr($webp = self::picture('webp', 400, 400), 0, intdiv(strlen($webp), 2)), 422, 'picture.damaged'],
            'a header and nothing else' => [$header(100, 100), 422, 'picture.damaged'],
            'too many bytes' => [self::picture('png', 4, 4).str_repeat("\0", 5 * 1024 * 1024), 413, 'picture.too_heavy'],
        ];
    }

    /** In a process of its own: GD's memory is not PHP's, so that PHP's own figure would see nothing of it. */
    public function test_a_small_file_of_many_pixels_exhausts_no_memory(): void
    {
        // 14 000 by 14 000 pixels of one bit, all black: 24 MB of rows, 24 kB in the file, 196 MB once drawn.
        $side = 14_000;
        $chunk = static fn (string $type, string $data): string => pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
        $rows = gzcompress(str_repeat("\0".str_repeat("\0", intdiv($side, 8)), $side), 9);
        $bomb = "\x89PNG\r\n\x1A\n".$chunk('IHDR', pack('NN', $side, $side)."\x01\0\0\0\0").$chunk('IDAT', (string) $rows).$chunk('IEND', '');
        self::assertLessThan(100_000, strlen($bomb));
        $path = "{$this->data}/picture";
        $draw = static fn (string $call): array => [PHP_BINARY, '-d', 'memory_limit=-1', '-r', 'require "vendor/autoload.php"; try { '.$call.' } catch (Kennel\Core\Foundation\Reasons\Refused $refused) { }', $path];
        $redraw = $draw('(new Kennel\App\Directory\Pictures\Redraw)((string) file_get_contents($argv[1]), [64, 256]);');

        file_put_contents($path, self::picture('png', 40, 40));
        $small = PeakMemory::of($redraw);
        file_put_contents($path, $bomb);
        self::assertLessThan($small + 16, PeakMemory::of($redraw), 'refused before it is drawn');
        self::assertGreaterThan($small + 100, PeakMemory::of($draw('imagecreatefromstring((string) file_get_contents($argv[1]));')), 'drawn, it would have been seen');
    }

    public function test_a_polyglot_loses_what_it_was_besides_a_picture(): void
    {
        $sent = $this->send(self::picture('gif', 40, 40).'<?php system($_GET[0]); ?><script>alert(1)</script>')->assertOk();
        $served = (string) $this->get((string) $sent->json('fields.0.picture'))->getContent();
        self::assertStringNotContainsString('script', $served);
        self::assertStringNotContainsString('<?php', $served);
    }

    public function test_an_address_is_the_same_for_a_minute_and_public_ones_need_no_signature(): void
    {
        $path = (string) $this->send(self::picture('png', 40, 40))->json('fields.0.picture');
        $read = fn (string $move): string => (string) tap($this, fn () => $this->clock->move($move))->knock('GET', '/account')->json('fields.0.picture');
        self::assertSame([$path, true], [$read('+59 seconds'), $read('+1 second') !== $path]);
        parse_str((string) parse_url($path, PHP_URL_QUERY), $query);
        self::assertSame($this->clock->now()->modify('-1 minute')->getTimestamp() + Duration::parse((string) config('rules.pictures.link_lifetime'))->seconds, (int) $query['expires']);
        config(['rules.pictures.visibility' => 'public']);
        $public = (string) $this->knock('GET', '/account')->json('fields.0.picture');
        self::assertStringNotContainsString('?', $public);
        $this->get($public)->assertOk();
    }

    public function test_private_pictures_need_a_signature_that_has_not_expired(): void
    {
        $path = (string) $this->send(self::picture('png', 40, 40))->json('fields.0.picture');
        self::assertStringContainsString('?expires=', $path);
        $this->get($path)->assertOk();
        $plain = explode('?', $path)[0];
        $this->get($plain)->assertNotFound();
        $this->get(str_replace('/256?', '/64?', $path))->assertNotFound();
        $this->get(preg_replace('/expires=\d+/', 'expires=9999999999', $path) ?? '')->assertNotFound();
        $this->clock->move('+11 minutes');
        $this->travelTo($this->clock->now());
        $this->get($path)->assertNotFound();
        config(['rules.pictures.visibility' => 'public']);
        $this->app->forgetScopedInstances();
        $this->get($plain)->assertOk();
    }

    public function test_one_picture_takes_the_place_of_another_and_files_go_with_it(): void
    {
        $this->send(self::picture('png', 40, 40))->assertOk();
        $second = $this->send(self::picture('png', 50, 50))->assertOk();
        self::assertSame([1, 1], [self::rows('pictures'), self::rows('field_values')]);
        self::assertSame(2, count(glob("{$this->folder}/app/pictures/*") ?: []));
        $mine = (string) $second->json('fields.0.value');
        $other = $this->holder('other@post.example');
        $this->forgetCookies();
        $this->signIn('other@post.example');
        $this->knock('PATCH', '/account/fields', ['fields' => ['picture' => $mine]], ['If-Match' => '*'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'field.picture');
        $generated = $this->get("/pictures/{$other->id}/generated")->assertOk();
        self::assertSame('image/svg+xml', $generated->headers->get('Content-Type'));
        self::assertSame($generated->getContent(), $this->get("/pictures/{$other->id}/generated")->getContent());
        self::assertNotSame($generated->getContent(), $this->get("/pictures/{$mine}/generated")->getContent());
        self::assertSame(1, DB::table('pictures')->count());
    }

    private function send(string $bytes): TestResponse
    {
        return $this->knock('PUT', '/account/pictures/picture', $bytes, ['Content-Type' => 'image/png']);
    }

    private static function picture(string $format, int $width, int $height): string
    {
        $image = imagecreatetruecolor($width, $height);
        for ($line = 0; $line < $height; $line++) {
            imageline($image, 0, $line, $width, $line, (int) imagecolorallocate($image, $line * 7 % 256, $line * 13 % 256, $line * 29 % 256));
        }
        ob_start();
        match ($format) {
            'jpeg' => imagejpeg($image),
            'png' => imagepng($image),
            'webp' => imagewebp($image),
            default => imagegif($image),
        };

        return (string) ob_get_clean();
    }

    public function test_a_picture_that_is_taken_away_is_gone_with_its_address(): void
    {
        $path = (string) $this->send(self::picture('png', 40, 40))->json('fields.0.picture');
        $this->get($path)->assertOk();
        $field = (string) \Illuminate\Support\Facades\DB::table('field_values')->value('field_key');
        $this->knock('PATCH', '/account/fields', ['fields' => [$field => null]], ['If-Match' => '*'])->assertOk();
        self::assertSame([0, 0], [self::rows('pictures'), self::rows('field_values')]);
        self::assertSame([], glob("{$this->folder}/app/pictures/*") ?: []);
        $this->get($path)->assertNotFound();
    }
}
