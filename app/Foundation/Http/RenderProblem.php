<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Contracts\Translation\Translator;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Foundation\Words;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

/** Turns whatever went wrong into one form (RFC 9457), without telling a stranger how we are built. */
final readonly class RenderProblem
{
    public function __construct(private Words $words, private Translator $translator, private RequestContext $context)
    {
    }

    public function __invoke(\Throwable $error, Request $request): Response
    {
        $problem = match (true) {
            $error instanceof Problem => $error,
            $error instanceof Refusal => Problem::of($error),
            default => $this->translate($error),
        };
        $response = new JsonResponse([
            'type' => "urn:kennel:problem:{$problem->problem}",
            'code' => $problem->problem,
            'title' => $this->text("{$problem->problem}.title"),
            'status' => $problem->status,
            'detail' => $this->text("{$problem->problem}.detail"),
            'reasons' => $this->words->reasons($problem->reasons),
            'act_id' => $this->context->actId,
        ], $problem->status, ['Content-Type' => 'application/problem+json', ...$problem->headers]);
        $response->setEncodingOptions(JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);

        return $response;
    }

    private function translate(\Throwable $error): Problem
    {
        $status = $error instanceof HttpExceptionInterface ? $error->getStatusCode() : 500;

        return match (true) {
            $status === 404 => Problem::of(Refusal::notFound()),
            $status === 405 && $error instanceof HttpExceptionInterface => new Problem(
                405,
                'request.method',
                headers: ['Allow' => (string) ($error->getHeaders()['Allow'] ?? '')],
            ),
            $status >= 400 && $status < 500 => new Problem(400, 'request.malformed'),
            // The path is in the log and at /health; a stranger has no use for it.
            $error instanceof InvalidRuleBook => new Problem(503, 'rules.not_whole', headers: ['Retry-After' => '60']),
            default => new Problem(500, 'server.error'),
        };
    }

    private function text(string $key): string
    {
        $text = $this->translator->get("problems.{$key}");

        return is_string($text) ? $text : $key;
    }
}
