<?php

declare(strict_types=1);

namespace App\Http\Contract;

use App\Accounts\SignIns;
use App\Import\ImportSummary;
use App\Lessons\BookWords;
use App\Lessons\TypedLook;
use App\Plans\ClassSettings;
use PHPStan\PhpDocParser\Ast\PhpDoc\TypeAliasImportTagValueNode;
use PHPStan\PhpDocParser\Ast\PhpDoc\TypeAliasTagValueNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Lexer\Lexer;
use PHPStan\PhpDocParser\ParserConfig;
use PHPStan\PhpDocParser\Parser\ConstExprParser;
use PHPStan\PhpDocParser\Parser\PhpDocParser;
use PHPStan\PhpDocParser\Parser\TokenIterator;
use PHPStan\PhpDocParser\Parser\TypeParser;
use ReflectionClass;
use RuntimeException;
use Symfony\Component\Finder\Finder;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Lessons\PointingBoard;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Practice\FingerboardCard;

/**
 * The types of the API's answers, read from where they are declared: the `@phpstan-type` of the resources and of what they shape.
 *
 * PHPStan holds the resources to them, the interface's types are written from them, and the contract test holds real answers to
 * them. Needs the development packages.
 */
final class AnswerTypes
{
    /** Classes beside the resources that declare types of answers. */
    private const OTHERS = [
        MarkedScoreJson::class, FingerboardCard::class, SignIns::class, ImportSummary::class, ClassSettings::class, PointingBoard::class,
        TypedPiece::class, TypedLook::class, BookWords::class,
    ];

    /** @var array<string, TypeNode> by name */
    private array $types = [];
    /** @var array<string, string> namespaces and imports are resolved with: full class names by short ones */
    private array $classes = [];

    private function __construct(
        private readonly Lexer $lexer,
        private readonly TypeParser $typeParser,
        private readonly PhpDocParser $docParser,
    ) {
    }

    /** @throws RuntimeException when one name is declared twice */
    public static function all(): self
    {
        $config = new ParserConfig([]);
        $expressions = new ConstExprParser($config);
        $typeParser = new TypeParser($config, $expressions);
        $types = new self(new Lexer($config), $typeParser, new PhpDocParser($config, $typeParser, $expressions));
        foreach (Finder::create()->files()->name('*.php')->in(app_path('Http/Resources'))->sortByName() as $file) {
            $class = 'App\\Http\\Resources\\' . $file->getBasename('.php');
            assert(class_exists($class));
            $types->declare($class);
        }
        foreach (self::OTHERS as $class) {
            $types->declare($class);
        }

        return $types;
    }

    /** @return array<string, TypeNode> by name, in the order they are declared in */
    public function named(): array
    {
        return $this->types;
    }

    public function get(string $name): ?TypeNode
    {
        return $this->types[$name] ?? null;
    }

    /** A type as a route declares it: "list<ChangeRow>". */
    public function parse(string $type): TypeNode
    {
        return $this->typeParser->parse(new TokenIterator($this->lexer->tokenize($type)));
    }

    /**
     * The values of an enum that a type names by its short name.
     *
     * @return list<string>
     * @throws RuntimeException when no class that declares types imports it
     */
    public function valuesOf(string $enum): array
    {
        $class = $this->classes[$enum] ?? '';
        if (!enum_exists($class)) {
            throw new RuntimeException("No enum {$enum} is imported where types of answers are declared.");
        }
        $values = [];
        foreach ($class::cases() as $case) {
            $values[] = $case instanceof \BackedEnum ? (string) $case->value : $case->name;
        }

        return $values;
    }

    /** @param class-string $class */
    private function declare(string $class): void
    {
        $reflection = new ReflectionClass($class);
        $source = (string) file_get_contents((string) $reflection->getFileName());
        preg_match_all('~^use ([\\w\\\\]+);~m', $source, $uses);
        foreach ($uses[1] as $use) {
            $this->classes[class_basename($use)] = $use;
        }
        foreach (glob(dirname((string) $reflection->getFileName()) . '/*.php') ?: [] as $neighbour) {
            $this->classes[basename($neighbour, '.php')] ??= $reflection->getNamespaceName() . '\\' . basename($neighbour, '.php');
        }
        $doc = $this->docParser->parse(new TokenIterator($this->lexer->tokenize((string) $reflection->getDocComment())));
        foreach ($doc->getTypeAliasTagValues('@phpstan-type') as $alias) {
            if (isset($this->types[$alias->alias])) {
                throw new RuntimeException("{$class} declares the type {$alias->alias} a second time.");
            }
            $this->types[$alias->alias] = $alias->type;
        }
    }
}
