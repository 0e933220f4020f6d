<?php

declare(strict_types=1);

namespace App\Http\Contract;

use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprIntegerNode;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprStringNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayShapeNode;
use PHPStan\PhpDocParser\Ast\Type\ConstTypeNode;
use PHPStan\PhpDocParser\Ast\Type\GenericTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IdentifierTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IntersectionTypeNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Ast\Type\UnionTypeNode;
use RuntimeException;

/** Writes the types of the answers as TypeScript. */
final class TypeScript
{
    private const HEAD = "/** What the API answers. Written by `php artisan pencil:types` from the types of the PHP resources:"
        . " change those. */\n";

    /** @var array<string, list<string>> values of the enums that are named */
    private array $enums = [];

    public function __construct(private readonly AnswerTypes $types)
    {
    }

    /** @throws RuntimeException when a type has no counterpart */
    public function write(): string
    {
        $declared = '';
        foreach ($this->types->named() as $name => $type) {
            $declared .= $type instanceof ArrayShapeNode
                ? "\nexport interface {$name} " . $this->shape($type, '') . "\n"
                : "\nexport type {$name} = " . $this->type($type, '') . ";\n";
        }
        ksort($this->enums);
        $enums = '';
        foreach ($this->enums as $name => $values) {
            $enums .= "\nexport type {$name} = '" . implode("' | '", $values) . "';\n";
        }

        return self::HEAD . $enums . $declared;
    }

    private function type(TypeNode $type, string $indent): string
    {
        return match (true) {
            $type instanceof ArrayShapeNode => $this->shape($type, $indent),
            $type instanceof UnionTypeNode => implode(' | ', $this->all($type->types, $indent)),
            $type instanceof IntersectionTypeNode => implode(' & ', $this->all($type->types, $indent)),
            $type instanceof GenericTypeNode => $this->generic($type, $indent),
            $type instanceof ConstTypeNode => $this->constant($type),
            $type instanceof IdentifierTypeNode => $this->plain($type->name),
            default => throw new RuntimeException("TypeScript has no word here for {$type}."),
        };
    }

    /**
     * @param array<TypeNode> $types
     * @return list<string> each once
     */
    private function all(array $types, string $indent): array
    {
        return array_values(array_unique(array_map(fn (TypeNode $type): string => $this->type($type, $indent), $types)));
    }

    private function plain(string $name): string
    {
        return match ($name) {
            'int', 'float' => 'number',
            'bool' => 'boolean',
            'string', 'true', 'false', 'null' => $name,
            'mixed' => 'unknown',
            'stdClass' => 'Record<string, never>',
            default => $this->types->get($name) !== null ? $name : throw new RuntimeException("No type {$name} is declared."),
        };
    }

    private function generic(GenericTypeNode $type, string $indent): string
    {
        $last = $type->genericTypes[count($type->genericTypes) - 1];
        if ((string) $type->type === 'value-of') {
            $name = (string) $last;
            $this->enums[$name] = $this->types->valuesOf($name);

            return $name;
        }
        $of = $this->type($last, $indent);

        return match ((string) $type->type) {
            'list' => str_contains($of, ' ') ? "({$of})[]" : "{$of}[]",
            'array' => "Record<string, {$of}>",
            default => throw new RuntimeException("TypeScript has no word here for {$type}."),
        };
    }

    private function constant(ConstTypeNode $type): string
    {
        return match (true) {
            $type->constExpr instanceof ConstExprStringNode => "'{$type->constExpr->value}'",
            $type->constExpr instanceof ConstExprIntegerNode => $type->constExpr->value,
            default => throw new RuntimeException("TypeScript has no word here for {$type}."),
        };
    }

    private function shape(ArrayShapeNode $type, string $indent): string
    {
        $lines = '';
        foreach ($type->items as $item) {
            $name = trim((string) $item->keyName, '\'');
            $lines .= "{$indent}    {$name}" . ($item->optional ? '?' : '') . ': ' . $this->type($item->valueType, "{$indent}    ") . ";\n";
        }

        return "{\n{$lines}{$indent}}";
    }
}
