<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PhpParser\Node;
use PhpParser\Node\Expr\ClassConstFetch;
use PhpParser\Node\Identifier;
use PhpParser\Node\Name;
use PhpParser\Node\Stmt;
use PhpParser\NodeFinder;
use PHPStan\Analyser\Scope;
use PHPStan\Node\InClassMethodNode;
use PHPStan\Reflection\ClassReflection;
use PHPStan\Reflection\ReflectionProvider;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;

/**
 * No loop of the engine fetches a number of another class: PHP puts only a class's own literals into the code, everything else is looked
 * up at each turn, which costs as much as the rest of a pixel (docs/notes/jit.md, 12). Cases of enums are left alone: no pixel asks for one.
 *
 * @implements Rule<InClassMethodNode>
 */
final readonly class ConstantInLoop implements Rule
{
    public function __construct(private ReflectionProvider $classes)
    {
    }

    public function getNodeType(): string
    {
        return InClassMethodNode::class;
    }

    public function processNode(Node $node, Scope $scope): array
    {
        $class = $scope->getClassReflection();
        if ($class === null || preg_match('/^Yarrowfog\\\\Core\\\\(?!Format)/', $class->getName()) !== 1) {
            return [];
        }
        $errors = [];
        foreach (self::loops($node->getOriginalNode()->stmts ?? []) as $loop) {
            foreach ((new NodeFinder)->findInstanceOf(self::repeated($loop), ClassConstFetch::class) as $fetch) {
                if ($fetch->class instanceof Name && $fetch->name instanceof Identifier && $this->isFetched($scope->resolveName($fetch->class), $fetch->name->name, $class)) {
                    $name = "{$fetch->class}::{$fetch->name}";
                    $errors[$fetch->getStartFilePos()] = RuleErrorBuilder::message("{$name} is fetched at each turn of a loop: put it into a variable before the loop.")
                        ->identifier('yarrowfog.constantInLoop')->line($fetch->getStartLine())->build();
                }
            }
        }

        return array_values($errors);
    }

    /**
     * @param  array<Node>  $nodes
     * @return list<Stmt>
     */
    private static function loops(array $nodes): array
    {
        return array_values(array_filter(
            (new NodeFinder)->findInstanceOf($nodes, Stmt::class),
            fn (Stmt $node): bool => $node instanceof Stmt\For_ || $node instanceof Stmt\While_ || $node instanceof Stmt\Do_ || $node instanceof Stmt\Foreach_,
        ));
    }

    /** @return array<Node> what is done at each turn */
    private static function repeated(Stmt $loop): array
    {
        return match (true) {
            $loop instanceof Stmt\For_ => [...$loop->cond, ...$loop->loop, ...$loop->stmts],
            $loop instanceof Stmt\While_, $loop instanceof Stmt\Do_ => [$loop->cond, ...$loop->stmts],
            $loop instanceof Stmt\Foreach_ => $loop->stmts,
            default => [],
        };
    }

    private function isFetched(string $of, string $name, ClassReflection $in): bool
    {
        if ($name === 'class' || ! $this->classes->hasClass($of)) {
            return false;
        }
        $class = $this->classes->getClass($of);
        if (! $class->hasConstant($name) || $class->isEnum() || ! $class->getConstant($name)->getValueType()->toNumber()->equals($class->getConstant($name)->getValueType())) {
            return false;
        }
        if ($of !== $in->getName()) {
            return true;
        }
        $value = $class->getConstant($name)->getValueExpr();
        foreach ((new NodeFinder)->findInstanceOf([$value], ClassConstFetch::class) as $part) {
            if ($part->class instanceof Name && ! in_array($part->class->toString(), ['self', 'static', $of], true)) {
                return true;
            }
        }

        return false;
    }
}
