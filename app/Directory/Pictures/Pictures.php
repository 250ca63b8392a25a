<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Pictures;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Reasons\Refused;
use Psr\Clock\ClockInterface;

/** Where pictures are kept: a row each, and one file a size in the data directory. */
final readonly class Pictures
{
    /** Widths and heights in pixels, smallest first; all are square. */
    public const SIZES = [64, 256];

    public function __construct(private ClockInterface $clock, private Redraw $redraw)
    {
    }

    /**
     * @param  string|null  $accountId  whose it is; null for an app's logo
     * @return string the new picture's id
     *
     * @throws Refusal for too many bytes, for what is no picture
     */
    public function add(string $bytes, ?string $accountId): string
    {
        try {
            $drawn = ($this->redraw)($bytes, self::SIZES);
        } catch (Refused $refused) {
            throw $refused->reason->code === 'picture.too_heavy' ? Refusal::tooLarge([$refused->reason], 'picture.refused') : Refusal::invalid([$refused->reason], 'picture.refused');
        }
        $id = (string) Str::uuid7();
        if (! is_dir($this->folder())) {
            mkdir($this->folder(), 0o750, true);
        }
        foreach ($drawn->files as $size => $file) {
            file_put_contents($this->path($id, $size), $file);
        }
        Picture::query()->create([
            'id' => $id,
            'account_id' => $accountId,
            'width' => $drawn->width,
            'height' => $drawn->height,
            'created_at' => Moment::write($this->clock->now()),
        ]);

        return $id;
    }

    public function belongsTo(string $id, string $accountId): bool
    {
        return Picture::query()->whereKey($id)->where('account_id', $accountId)->exists();
    }

    /** @return 'logo'|'account'|null null when there is none of this id */
    public function kindOf(string $id): ?string
    {
        $row = Picture::query()->find($id);

        return $row === null ? null : ($row->account_id === null ? 'logo' : 'account');
    }

    public function read(string $id, int $size): ?string
    {
        $path = $this->path($id, $size);
        $file = is_file($path) ? file_get_contents($path) : false;

        return $file === false ? null : $file;
    }

    /** The files last: a row without a file answers "not found", a file without a row would be a picture nobody can delete. */
    public function remove(string $id): void
    {
        Picture::query()->whereKey($id)->delete();
        DB::afterCommit(fn () => $this->unlink($id));
    }

    /**
     * The files go once the transaction under way is through: undone, the rows come back and need them.
     *
     * @param  list<string>  $accountIds
     */
    public function removeAllOf(array $accountIds): void
    {
        $ids = Picture::query()->whereIn('account_id', $accountIds)->pluck('id')->all();
        Picture::query()->whereKey($ids)->delete();
        DB::afterCommit(fn () => array_map($this->unlink(...), array_map(strval(...), $ids)));
    }

    /** @return list<string> logos that were sent before this moment, in use or not */
    public function logosBefore(\DateTimeImmutable $moment): array
    {
        return array_values(Picture::query()->whereNull('account_id')->where('created_at', '<', Moment::write($moment))->pluck('id')->all());
    }

    private function unlink(string $id): void
    {
        foreach (self::SIZES as $size) {
            @unlink($this->path($id, $size));
        }
    }

    private function path(string $id, int $size): string
    {
        return $this->folder()."/{$id}-{$size}.webp";
    }

    private function folder(): string
    {
        return storage_path('app/pictures');
    }
}
