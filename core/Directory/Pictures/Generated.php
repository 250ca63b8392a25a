<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Pictures;

/** A picture for whoever has none: waves, drawn from an id. The same id gives the same picture; nothing can be read back from it. */
final class Generated
{
    public static function svg(string $id): string
    {
        $digest = array_map(ord(...), str_split(hash('sha256', "picture:{$id}", binary: true)));
        $hue = $digest[0] * 360 / 256;
        $waves = '';
        for ($wave = 0; $wave < 3; $wave++) {
            $height = 18 + $wave * 14 + $digest[1 + $wave] % 9;
            $swing = 4 + $digest[4 + $wave] % 7;
            $shift = $digest[7 + $wave] % 16;
            $waves .= sprintf(
                '<path d="M-%1$d %2$dq8-%3$d 16 0t16 0 16 0 16 0 16 0 16 0V64H-%1$dz" fill="hsl(%4$.0f 45%% %5$d%%)"/>',
                $shift,
                $height,
                $swing,
                fmod($hue + 22 * $wave, 360),
                62 - 14 * $wave,
            );
        }

        return '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 64 64" width="64" height="64"><rect width="64" height="64" fill="'.sprintf('hsl(%.0f 40%% 88%%)', $hue).'"/>'.$waves.'</svg>';
    }
}
