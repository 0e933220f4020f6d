<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Format\Exception\UnreadableScore;
use ZipArchive;

/** Compressed MusicXML: a zip archive whose container file names the score in it. */
final readonly class Mxl
{
    private const CONTAINER = 'META-INF/container.xml';

    public function __construct(private Limits $limits = new Limits())
    {
    }

    public static function looksLikeOne(string $bytes): bool
    {
        return str_starts_with($bytes, "PK\x03\x04") || str_starts_with($bytes, "PK\x05\x06");
    }

    /**
     * The bytes of the score inside an archive.
     *
     * @throws UnreadableScore
     */
    public function unpack(string $bytes): string
    {
        $path = tempnam(sys_get_temp_dir(), 'mxl');
        if ($path === false || file_put_contents($path, $bytes) === false) {
            throw UnreadableScore::cannotBeOpened();
        }
        $archive = new ZipArchive();
        try {
            if ($archive->open($path, ZipArchive::RDONLY) !== true) {
                throw UnreadableScore::archiveIsBroken();
            }

            return $this->score($archive);
        } finally {
            if ($archive->filename !== '') {
                $archive->close();
            }
            unlink($path);
        }
    }

    /**
     * An archive around one score.
     *
     * @param string $from the archive the score came in: what else lies in it is kept
     * @throws UnreadableScore when no temporary file can be written
     */
    public function pack(string $musicXml, string $from = ''): string
    {
        $path = tempnam(sys_get_temp_dir(), 'mxl');
        if ($path !== false && $from !== '' && self::looksLikeOne($from) && file_put_contents($path, $from) !== false) {
            return $this->repack($path, $musicXml);
        }
        $archive = new ZipArchive();
        if ($path === false || $archive->open($path, ZipArchive::OVERWRITE) !== true) {
            throw UnreadableScore::cannotBeOpened();
        }
        $container = '<?xml version="1.0" encoding="UTF-8"?>' . "\n"
            . '<container><rootfiles><rootfile full-path="score.musicxml"'
            . ' media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>' . "\n";
        foreach (
            [
                'mimetype' => 'application/vnd.recordare.musicxml',
                self::CONTAINER => $container,
                'score.musicxml' => $musicXml,
            ] as $name => $content
        ) {
            $archive->addFromString($name, $content);
            // The same score gives the same bytes: no clock in the archive.
            $archive->setMtimeName($name, 315619200);
        }
        $archive->setCompressionName('mimetype', ZipArchive::CM_STORE);
        $archive->close();
        $bytes = file_get_contents($path);
        unlink($path);
        if ($bytes === false) {
            throw UnreadableScore::cannotBeOpened();
        }

        return $bytes;
    }

    /** @throws UnreadableScore */
    private function repack(string $path, string $musicXml): string
    {
        $archive = new ZipArchive();
        if ($archive->open($path) !== true) {
            throw UnreadableScore::archiveIsBroken();
        }
        $names = [];
        for ($index = 0; $index < $archive->numFiles; $index++) {
            $names[] = (string) $archive->getNameIndex($index);
        }
        $name = $this->scoreName($archive, $names);
        $archive->addFromString($name, $musicXml, ZipArchive::FL_OVERWRITE);
        $archive->setMtimeName($name, 315619200);
        $archive->close();
        $bytes = file_get_contents($path);
        unlink($path);

        return $bytes === false ? throw UnreadableScore::cannotBeOpened() : $bytes;
    }

    /** @throws UnreadableScore */
    private function score(ZipArchive $archive): string
    {
        if ($archive->numFiles > $this->limits->archiveEntries) {
            throw UnreadableScore::archiveIsTooLarge($this->limits->megabytes());
        }
        $total = 0;
        $names = [];
        for ($index = 0; $index < $archive->numFiles; $index++) {
            $entry = $archive->statIndex($index);
            if ($entry === false) {
                throw UnreadableScore::archiveIsBroken();
            }
            $name = $entry['name'];
            if (preg_match('~(^|[/\\\\])\.\.([/\\\\]|$)|^[/\\\\]|^[A-Za-z]:|\x00~', $name) === 1) {
                throw UnreadableScore::archiveHasUnsafeNames();
            }
            $total += $entry['size'];
            $names[] = $name;
        }
        if ($total > $this->limits->bytes) {
            throw UnreadableScore::archiveIsTooLarge($this->limits->megabytes());
        }
        $name = $this->scoreName($archive, $names);

        return $this->read($archive, $name);
    }

    /**
     * @param list<string> $names
     * @throws UnreadableScore
     */
    private function scoreName(ZipArchive $archive, array $names): string
    {
        if (in_array(self::CONTAINER, $names, true)) {
            $container = $this->read($archive, self::CONTAINER);
            if (
                !str_contains($container, '<!ENTITY')
                && preg_match('~<rootfile\b[^>]*\bfull-path\s*=\s*["\']([^"\']+)["\']~', $container, $match) === 1
            ) {
                $name = html_entity_decode($match[1], ENT_QUOTES | ENT_XML1);
                if (in_array($name, $names, true)) {
                    return $name;
                }
            }
        }
        foreach ($names as $name) {
            // A desktop that zips adds hidden files of its own, with the same names.
            $isHidden = str_starts_with($name, '__MACOSX/') || str_starts_with(basename($name), '.');
            if (!$isHidden && !str_starts_with($name, 'META-INF/') && preg_match('~\.(musicxml|xml)$~i', $name) === 1) {
                return $name;
            }
        }

        throw UnreadableScore::archiveHasNoScore();
    }

    /**
     * Reads in pieces and stops at the limit, whatever size the archive's directory claims.
     *
     * @throws UnreadableScore
     */
    private function read(ZipArchive $archive, string $name): string
    {
        $stream = $archive->getStream($name);
        if ($stream === false) {
            throw UnreadableScore::archiveIsBroken();
        }
        $bytes = '';
        try {
            while (!feof($stream)) {
                $piece = @fread($stream, 65536);
                if ($piece === false) {
                    throw UnreadableScore::archiveIsBroken();
                }
                $bytes .= $piece;
                if (strlen($bytes) > $this->limits->bytes) {
                    throw UnreadableScore::archiveIsTooLarge($this->limits->megabytes());
                }
            }
        } finally {
            fclose($stream);
        }

        return $bytes;
    }
}
