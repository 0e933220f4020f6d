<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** What is said so often that it has a form of its own: where the bow is set, that it goes on alike, that it is let go, the counts. */
final readonly class Advice implements MarkKind
{
    private const COUNTS = 'counts';
    /** As it is written, and as a player reads it. */
    private const FORMS = [
        'simile' => 'go on alike',
        'release' => 'let the bow go',
        self::COUNTS => 'count the beats of the long note',
    ];
    private const SET_ON = '~^set on ([A-G])$~';

    private function __construct(private string $form)
    {
    }

    public static function read(string $words): ?self
    {
        return isset(self::FORMS[$words]) || preg_match(self::SET_ON, $words) === 1 ? new self($words) : null;
    }

    public static function examples(): array
    {
        return ['set on A', ...array_keys(self::FORMS)];
    }

    public function words(): string
    {
        return $this->form;
    }

    public function plainWords(): string
    {
        return self::FORMS[$this->form] ?? "set the bow {$this->onString()}";
    }

    /**
     * What the page shows.
     *
     * @param list<int> $beats how many the note sounds in each of its measures, what is tied to it included
     */
    public function printed(array $beats): string
    {
        return $this->form !== self::COUNTS ? $this->form : implode(' | ', array_map(
            static fn (int $count): string => implode(' ', range(1, max(1, $count))),
            $beats,
        ));
    }

    public function slot(): Slot
    {
        return Slot::Advice;
    }

    public function anchor(): Anchor
    {
        return $this->form === self::COUNTS ? Anchor::Note : Anchor::NextNote;
    }

    public function target(): ?string
    {
        return null;
    }

    private function onString(): string
    {
        return 'on ' . substr($this->form, -1);
    }
}
