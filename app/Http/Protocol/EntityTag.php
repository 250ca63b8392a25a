<?php

declare(strict_types=1);

namespace Kennel\App\Http\Protocol;

use Illuminate\Http\Request;

/** A record's version as an entity tag (RFC 9110 §8.8.3), and the condition an update must bring (§13.1.1). */
final class EntityTag
{
    public static function of(int $version): string
    {
        return "\"v{$version}\"";
    }

    /** @throws Problem 428 without If-Match, 412 when the record has moved on */
    public static function require(Request $request, int $version): void
    {
        $condition = $request->headers->get('If-Match');
        if ($condition === null) {
            throw new Problem(428, 'update.condition_required');
        }
        $tags = array_map('trim', explode(',', $condition));
        if (! in_array('*', $tags, true) && ! in_array(self::of($version), $tags, true)) {
            throw new Problem(412, 'update.changed_meanwhile');
        }
    }
}
