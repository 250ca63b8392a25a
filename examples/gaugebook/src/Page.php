<?php

declare(strict_types=1);

namespace Gaugebook;

/** Gaugebook's one page. What somebody may not do is not on it; the doors behind it look again. */
final readonly class Page
{
    /** @param  list<array{id: int, gauge: string, centimetres: int, entered_by: string, entered_at: string, approved_by: string|null}>  $readings */
    public static function show(Settings $settings, ?Person $person, array $readings, string $guard, ?string $said): string
    {
        $head = $person === null
            ? '<a href="/sign-in">Sign in</a> <a href="/sign-up">Sign up</a>'
            : '<span>'.self::text($person->name).'</span> <a href="'.self::text("{$settings->issuer}/a/{$settings->clientId}/profile").'">Account</a> '.self::button('/sign-out', 'Sign out', $guard);
        $body = $said === null ? '' : '<p class="said" role="status">'.self::text($said).'</p>';
        if ($person !== null) {
            $body .= '<p class="may">Here as <b>'.self::text(implode(', ', $person->roles) ?: 'somebody without a role').'</b></p>';
        }
        if ($person?->may('readings:enter') === true) {
            $body .= '<form method="post" action="/readings"><input type="hidden" name="guard" value="'.$guard.'"><div><label for="gauge">Gauge</label><input id="gauge" name="gauge" required maxlength="40"></div> <div><label for="centimetres">Level in cm</label><input id="centimetres" name="centimetres" type="number" required min="0" max="2000"></div> <button>Enter</button></form>';
        } elseif ($person !== null) {
            $body .= '<p>You may read, and enter nothing: that takes the role observer.</p>';
        }
        $rows = '';
        foreach ($readings as $one) {
            $state = match (true) {
                $one['approved_by'] !== null => 'approved by '.self::text($one['approved_by']),
                $person?->may('readings:approve') === true => self::button('/approve', 'Approve', $guard, ['id' => (string) $one['id']]),
                default => 'not approved yet',
            };
            $rows .= '<tr><td>'.self::text($one['gauge'])."<td>{$one['centimetres']} cm<td>".self::text($one['entered_by'])."<td>{$one['entered_at']}<td>{$state}</tr>";
        }
        $body .= $rows === '' ? '<p>No readings yet.</p>' : "<table><caption>Newest readings</caption><thead><tr><th>Gauge<th>Level<th>Entered by<th>At (UTC)<th>State</thead><tbody>{$rows}</tbody></table>";

        return <<<HTML
            <!doctype html>
            <html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Gaugebook</title><link rel="icon" href="data:,"><link rel="stylesheet" href="/gaugebook.css"></head>
            <body><header><h1>Gaugebook</h1><nav>{$head}</nav></header><main>{$body}</main></body></html>
            HTML;
    }

    /** @param  array<string, string>  $more */
    private static function button(string $to, string $words, string $guard, array $more = []): string
    {
        $fields = '';
        foreach (['guard' => $guard, ...$more] as $name => $value) {
            $fields .= '<input type="hidden" name="'.$name.'" value="'.self::text($value).'">';
        }

        return "<form class=\"one\" method=\"post\" action=\"{$to}\">{$fields}<button>{$words}</button></form>";
    }

    private static function text(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE);
    }
}
