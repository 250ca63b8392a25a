<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Kennel\App\Administration\Profile\OwnData;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;

/** What is kept of a holder: to be seen, and to be taken out with the pictures. */
final readonly class OwnDataController
{
    public function __construct(private Caller $caller, private OwnData $data)
    {
    }

    public function show(): JsonResponse
    {
        return Json::ok($this->data->of($this->caller->get()));
    }

    public function file(): Response
    {
        $holder = $this->caller->get();
        $data = $this->data->of($holder);
        $path = tempnam(sys_get_temp_dir(), 'kennel-own-');
        if ($path === false) {
            throw new \RuntimeException('No temporary file can be made.');
        }
        try {
            $zip = new \ZipArchive;
            $zip->open($path, \ZipArchive::OVERWRITE);
            $zip->addFromString('account.json', json_encode($data, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION));
            foreach ($this->data->pictures($holder) as $name => $bytes) {
                $zip->addFromString("pictures/{$name}", $bytes);
            }
            $zip->close();
            $content = (string) file_get_contents($path);
        } finally {
            unlink($path);
        }

        return new Response($content, 200, [
            'Content-Type' => 'application/zip',
            'Content-Disposition' => 'attachment; filename="account-'.substr((string) $data['taken_at'], 0, 10).'.zip"',
            'Cache-Control' => 'no-store',
        ]);
    }
}
