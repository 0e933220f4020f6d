<?php

declare(strict_types=1);

namespace Tests\Mutation;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Expr\BinaryOp;
use PhpParser\Node\Scalar;
use PhpParser\Node\Stmt;
use PhpParser\NodeVisitor;
use PhpParser\NodeVisitorAbstract;
use PhpParser\PrettyPrinter\Standard;

/**
 * The small wrong changes that are made to a file: a limit one further, a condition turned round, a step left out. All of them are
 * written into the file at once, each behind its number.
 */
final class Changes extends NodeVisitorAbstract
{
    private const OTHER = [
        BinaryOp\Smaller::class => BinaryOp\SmallerOrEqual::class,
        BinaryOp\SmallerOrEqual::class => BinaryOp\Smaller::class,
        BinaryOp\Greater::class => BinaryOp\GreaterOrEqual::class,
        BinaryOp\GreaterOrEqual::class => BinaryOp\Greater::class,
        BinaryOp\Identical::class => BinaryOp\NotIdentical::class,
        BinaryOp\NotIdentical::class => BinaryOp\Identical::class,
        BinaryOp\BooleanAnd::class => BinaryOp\BooleanOr::class,
        BinaryOp\BooleanOr::class => BinaryOp\BooleanAnd::class,
        BinaryOp\Plus::class => BinaryOp\Minus::class,
        BinaryOp\Minus::class => BinaryOp\Plus::class,
        BinaryOp\Mul::class => BinaryOp\Div::class,
    ];

    /** @var array<int, string> what each change is, by number */
    public array $made = [];
    private Standard $printer;

    /** @param list<int>|null $wanted places, counted from 0 through the file, that are changed; null to count only */
    public function __construct(private string $file, private ?array $wanted, private int $number, public int $places = 0)
    {
        $this->printer = new Standard();
    }

    public function enterNode(Node $node): ?int
    {
        // What is constant cannot ask which change is on.
        return $node instanceof Stmt\ClassConst || $node instanceof Stmt\Property || $node instanceof Node\Param
            || $node instanceof Node\AttributeGroup || $node instanceof Stmt\EnumCase || $node instanceof Stmt\Static_
            || $node instanceof Stmt\Declare_ || $node instanceof Stmt\Const_ || $node instanceof Stmt\Break_ || $node instanceof Stmt\Continue_
            ? NodeVisitor::DONT_TRAVERSE_CHILDREN : null;
    }

    public function leaveNode(Node $node): ?Node
    {
        if ($node instanceof Stmt\Expression && $this->isStep($node->expr)) {
            $number = $this->at($node, 'left out: ' . $this->printer->prettyPrintExpr($node->expr));

            return $number === null ? null : new Stmt\If_(new Expr\BooleanNot($this->isOn($number)), ['stmts' => [$node]]);
        }
        $other = match (true) {
            $node instanceof BinaryOp && isset(self::OTHER[$node::class]) => new (self::OTHER[$node::class])($node->left, $node->right),
            $node instanceof Expr\BooleanNot => $node->expr,
            $node instanceof BinaryOp\Coalesce => $node->right,
            $node instanceof Expr\Ternary && $node->if !== null => new Expr\Ternary($node->cond, $node->else, $node->if),
            $node instanceof Expr\ConstFetch && $node->name->toLowerString() === 'true' => new Expr\ConstFetch(new Node\Name('false')),
            $node instanceof Expr\ConstFetch && $node->name->toLowerString() === 'false' => new Expr\ConstFetch(new Node\Name('true')),
            $node instanceof Scalar\Int_ => new Scalar\Int_($node->value + 1),
            default => null,
        };
        if ($other === null || !$node instanceof Expr) {
            return null;
        }
        $number = $this->at($node, $this->printer->prettyPrintExpr($node) . '   →   ' . $this->printer->prettyPrintExpr($other));

        return $number === null ? null : new Expr\Ternary($this->isOn($number), $other, $node);
    }

    /** A statement that does something by itself: a call, or an exception thrown. */
    private function isStep(Expr $expr): bool
    {
        return $expr instanceof Expr\MethodCall || $expr instanceof Expr\StaticCall || $expr instanceof Expr\FuncCall
            || $expr instanceof Expr\Throw_;
    }

    private function isOn(int $number): Expr
    {
        return new Expr\StaticCall(new Node\Name\FullyQualified(Mutant::class), 'is', [new Node\Arg(new Scalar\Int_($number))]);
    }

    private function at(Node $node, string $what): ?int
    {
        $place = $this->places++;
        if ($this->wanted === null || !in_array($place, $this->wanted, true)) {
            return null;
        }
        $this->made[$this->number] = "{$this->file}:{$node->getStartLine()}  " . preg_replace('~\s+~', ' ', $what);

        return $this->number++;
    }
}
