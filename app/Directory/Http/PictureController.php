<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\URL;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Pictures\Generated;
use Kennel\Core\Directory\Pictures\PictureRules;
use Kennel\Core\Foundation\Permissions\Permission;

final readonly class PictureController
{
    /** An address that does not (or no longer) work answers like one that never did. */
    public function show(string $id, int $size, Request $request, Pictures $pictures, PictureRules $rules): Response
    {
        $kind = in_array($size, Pictures::SIZES, true) ? $pictures->kindOf($id) : null;
        $isOpen = $kind === 'logo' || ($kind === 'account' && $rules->arePublic);
        if ($kind === null || (! $isOpen && ! URL::hasValidSignature($request, absolute: false))) {
            throw Refusal::notFound();
        }

        return new Response($pictures->read($id, $size) ?? throw Refusal::notFound(), 200, [
            'Content-Type' => 'image/webp',
            'Cache-Control' => $isOpen ? 'public, max-age=86400, immutable' : 'private, max-age=60',
            'Content-Security-Policy' => "default-src 'none'; sandbox",
        ]);
    }

    /** For whoever has sent none: drawn from the id alone, so that it says nothing. */
    public function generated(string $id): Response
    {
        return new Response(
            Generated::svg($id),
            200,
            [
                'Content-Type' => 'image/svg+xml',
                'Cache-Control' => 'public, max-age=86400, immutable',
                'Content-Security-Policy' => "default-src 'none'; style-src 'none'; sandbox",
            ],
        );
    }

    /** An operator sends an app's logo; a draft of the rules then names it. */
    public function sendLogo(Request $request, Caller $session, Pictures $pictures, AuditTrail $audit): JsonResponse
    {
        $operator = $session->require(Permission::RulesManage);
        $id = $pictures->add($request->getContent(), null);
        $audit->record('rules.logo_sent', $operator->asOperator(), null, [], ['picture' => $id], record: 'logo');

        return Json::ok(['id' => $id], 201);
    }
}
