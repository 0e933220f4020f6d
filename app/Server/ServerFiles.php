<?php

declare(strict_types=1);

namespace App\Server;

use RuntimeException;

/** Writes what nginx and PHP's process manager are told, from the templates in resources/server. */
final readonly class ServerFiles
{
    private const MODULES = '/usr/lib/nginx/modules';

    public function __construct(private ServerOptions $options)
    {
    }

    public function write(): void
    {
        $folder = $this->options->folder;
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true)) {
            throw new RuntimeException("The folder {$folder} cannot be made.");
        }
        $values = $this->values();
        foreach (['nginx.conf', 'application.conf', 'php-fpm.conf'] as $name) {
            $text = (string) file_get_contents(resource_path("server/{$name}"));
            $text = strtr($text, array_combine(array_map(static fn (string $key): string => "{{$key}}", array_keys($values)), $values));
            if (file_put_contents("{$folder}/{$name}", $text) === false) {
                throw new RuntimeException("The file {$folder}/{$name} cannot be written.");
            }
        }
    }

    /** @return array<string, string> */
    private function values(): array
    {
        $isRoot = posix_geteuid() === 0;
        $hasBrotli = is_file(self::MODULES . '/ngx_http_brotli_static_module.so');

        return [
            'folder' => $this->options->folder,
            'root' => base_path(),
            'listen' => $this->options->listen,
            'backlog' => ' backlog=1024' . ($this->options->certificate === null ? '' : ' ssl'),
            'workers' => '2',
            'processes' => (string) $this->options->processes,
            'rate' => (string) $this->options->rate,
            'burst' => (string) $this->options->burst,
            'modules' => $hasBrotli ? 'load_module ' . self::MODULES . '/ngx_http_brotli_static_module.so;' : '',
            'brotli' => $hasBrotli ? 'brotli_static on;' : '',
            // As root both would give their work to another user, who cannot read this folder: see docs/server.md.
            'nginx_user' => $isRoot ? 'user root;' : '',
            'php_user' => $isRoot ? "user = root\ngroup = root" : '',
            'tls' => $this->options->certificate === null ? '' : implode("\n        ", [
                "ssl_certificate {$this->options->certificate};",
                "ssl_certificate_key {$this->options->key};",
                'ssl_protocols TLSv1.2 TLSv1.3;',
                'add_header Strict-Transport-Security "max-age=31536000" always;',
            ]),
        ];
    }
}
