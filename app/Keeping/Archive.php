<?php

declare(strict_types=1);

namespace App\Keeping;

use ZipArchive;

/** A packed file, read with care: it may come from anywhere. */
final readonly class Archive
{
    private const ENTRIES = 50_000;
    private const ENTRY_BYTES = 32 * 1024 * 1024;
    private const ALL_BYTES = 2 * 1024 * 1024 * 1024;

    private function __construct(private ZipArchive $zip)
    {
    }

    /** @throws NotPacked */
    public static function open(string $path): self
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            throw NotPacked::isNoArchive();
        }
        if ($zip->numFiles > self::ENTRIES) {
            throw NotPacked::isTooLarge();
        }
        $total = 0;
        for ($index = 0; $index < $zip->numFiles; $index++) {
            $total += (int) ($zip->statIndex($index)['size'] ?? 0);
        }
        if ($total > self::ALL_BYTES) {
            throw NotPacked::isTooLarge();
        }

        return new self($zip);
    }

    /** A file's bytes; null where there is none, or it is larger than any file of ours. */
    public function bytes(string $name): ?string
    {
        $stream = $this->zip->getStream($name);
        if ($stream === false) {
            return null;
        }
        $bytes = '';
        // Whatever size its directory claims.
        while (!feof($stream)) {
            $bytes .= (string) @fread($stream, 262144);
            if (strlen($bytes) > self::ENTRY_BYTES) {
                fclose($stream);

                return null;
            }
        }
        fclose($stream);

        return $bytes;
    }

    /** @return array<mixed>|null */
    public function json(string $name): ?array
    {
        $data = json_decode((string) $this->bytes($name), true, 32);

        return is_array($data) ? $data : null;
    }
}
