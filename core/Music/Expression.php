<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Something printed over or under the staff that acts from its place on. */
final readonly class Expression
{
    /**
     * @param int $measure index of its measure, from 0
     * @param Fraction $offset quarter notes from the barline
     * @param string $value a dynamic's letters, the words, or a wedge's type (crescendo, diminuendo, stop)
     */
    public function __construct(
        public ExpressionKind $kind,
        public int $measure,
        public Fraction $offset,
        public string $value,
    ) {
    }
}
