<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;

/** A record's version as an entity tag (RFC 9110 §8.8.3), and the condition an update must bring (§13.1.1). */
final class EntityTag
{
    public static function of(int $version): string
    {
        return "\"v{$version}\"";
    }

    /**
     * What an If-Match says its sender has seen.
     *
     * @throws Refusal without one
     */
    public static function seen(Request $request): SeenVersion
    {
        $condition = $request->headers->get('If-Match') ?? throw Refusal::conditionMissing();
        $tags = array_map('trim', explode(',', $condition));
        if (in_array('*', $tags, true)) {
            return SeenVersion::any();
        }
        $versions = [];
        foreach ($tags as $tag) {
            if (preg_match('/^"v(\d{1,15})"$/D', $tag, $found) === 1) {
                $versions[] = (int) $found[1];
            }
        }

        return SeenVersion::of(...$versions);
    }
}
