<?php

declare(strict_types=1);

namespace Tests\Contract;

use App\Http\Contract\AnswerTypes;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprIntegerNode;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprStringNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayShapeNode;
use PHPStan\PhpDocParser\Ast\Type\ConstTypeNode;
use PHPStan\PhpDocParser\Ast\Type\GenericTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IdentifierTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IntersectionTypeNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Ast\Type\UnionTypeNode;

/** Holds what was answered to the type that was declared for it. */
final readonly class Checker
{
    public function __construct(private AnswerTypes $types)
    {
    }

    /** @return string|null where and how a value, as decoded from JSON, is not of a type; null when it is */
    public function wrong(mixed $value, TypeNode $type, string $at = '$'): ?string
    {
        return match (true) {
            $type instanceof IdentifierTypeNode => $this->plain($value, $type->name, $at),
            $type instanceof UnionTypeNode => $this->any($value, $type->types, $at),
            $type instanceof IntersectionTypeNode => $this->shape($value, $this->merged($type), $at),
            $type instanceof ArrayShapeNode => $this->shape($value, $type, $at),
            $type instanceof GenericTypeNode => $this->generic($value, $type, $at),
            $type instanceof ConstTypeNode => $this->constant($value, $type, $at),
            default => "{$at}: nobody can tell what {$type} is",
        };
    }

    private function plain(mixed $value, string $name, string $at): ?string
    {
        $named = $this->types->get($name);
        if ($named !== null) {
            return $this->wrong($value, $named, $at);
        }
        $is = match ($name) {
            'int' => is_int($value),
            // JSON does not tell 2.0 from 2.
            'float' => is_float($value) || is_int($value),
            'string' => is_string($value),
            'bool' => is_bool($value),
            'true' => $value === true,
            'null' => $value === null,
            'mixed' => true,
            'stdClass' => $value === [],
            default => false,
        };

        return $is ? null : "{$at}: " . json_encode($value) . " is no {$name}";
    }

    /** @param array<TypeNode> $types */
    private function any(mixed $value, array $types, string $at): ?string
    {
        $wrong = [];
        foreach ($types as $type) {
            $one = $this->wrong($value, $type, $at);
            if ($one === null) {
                return null;
            }
            $wrong[] = $one;
        }

        return implode('; ', $wrong);
    }

    private function generic(mixed $value, GenericTypeNode $type, string $at): ?string
    {
        $last = $type->genericTypes[count($type->genericTypes) - 1];
        $kind = (string) $type->type;
        if ($kind === 'value-of') {
            return in_array($value, $this->types->valuesOf((string) $last), true) ? null : "{$at}: " . json_encode($value) . " is no {$last}";
        }
        if (!is_array($value) || ($kind === 'list' && !array_is_list($value))) {
            return "{$at}: " . json_encode($value) . " is no {$kind}";
        }
        foreach ($value as $key => $one) {
            $wrong = $this->wrong($one, $last, "{$at}.{$key}");
            if ($wrong !== null) {
                return $wrong;
            }
        }

        return null;
    }

    private function constant(mixed $value, ConstTypeNode $type, string $at): ?string
    {
        $wanted = match (true) {
            $type->constExpr instanceof ConstExprStringNode => $type->constExpr->value,
            $type->constExpr instanceof ConstExprIntegerNode => (int) $type->constExpr->value,
            default => null,
        };

        return $wanted !== null && $value === $wanted ? null : "{$at}: " . json_encode($value) . " is not {$type}";
    }

    private function shape(mixed $value, ArrayShapeNode $type, string $at): ?string
    {
        if (!is_array($value)) {
            return "{$at}: " . json_encode($value) . ' is no object';
        }
        $declared = [];
        foreach ($type->items as $item) {
            $name = trim((string) $item->keyName, "'");
            $declared[$name] = true;
            if (!array_key_exists($name, $value)) {
                if (!$item->optional) {
                    return "{$at}.{$name} is missing";
                }
                continue;
            }
            $wrong = $this->wrong($value[$name], $item->valueType, "{$at}.{$name}");
            if ($wrong !== null) {
                return $wrong;
            }
        }
        $more = array_diff_key($value, $declared);

        return $more === [] ? null : "{$at}: " . implode(', ', array_keys($more)) . ' is declared nowhere';
    }

    private function merged(IntersectionTypeNode $type): ArrayShapeNode
    {
        $items = [];
        foreach ($type->types as $part) {
            $shape = $part instanceof IdentifierTypeNode ? $this->types->get($part->name) : $part;
            $items = [...$items, ...($shape instanceof ArrayShapeNode ? $shape->items : [])];
        }

        return ArrayShapeNode::createSealed($items);
    }
}
