<?php

declare(strict_types=1);

namespace App\Gathering;

use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Make\Recipe;

/** A way in whose pictures are made by a recipe of the engine. */
final readonly class RecipeWay implements Way
{
    /** @param  class-string<Recipe>  $recipe */
    public function __construct(private string $id, private string $label, private string $sentence, private string $recipe, private bool $isDevice)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function label(): string
    {
        return $this->label;
    }

    public function sentence(): string
    {
        return $this->sentence;
    }

    public function params(): array
    {
        return $this->recipe::params();
    }

    public function name(FieldValues $numbers): string
    {
        return $this->recipe::name($numbers);
    }

    public function take(FieldValues $numbers, ?int $longest = null): Taken
    {
        return new Taken($this->recipe::make($numbers, $longest), $this->recipe::dpi($numbers), $this->isDevice);
    }
}
