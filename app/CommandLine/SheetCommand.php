<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Models\Layer;
use App\Models\Sheet;
use Symfony\Component\Console\Input\InputInterface;
use Yarrowfog\Core\InvalidInput;

/** A command on the sheets of a library. */
abstract class SheetCommand extends LibraryCommand
{
    /**
     * A sheet by its number, or by its name where only one is called so.
     *
     * @throws InvalidInput
     */
    protected static function sheet(InputInterface $input): Sheet
    {
        $wanted = $input->getArgument('sheet');
        $wanted = is_string($wanted) ? $wanted : '';
        $sheets = Sheet::query()->where('purpose', Sheet::TO_PAINT)->get();
        $named = $sheets->filter(fn (Sheet $sheet): bool => $sheet->name === $wanted);
        if ($named->count() > 1) {
            throw new InvalidInput('sheet', "{$named->count()} sheets are called “{$wanted}”. Name one by its number: ".$named->pluck('id')->implode(', ').'.');
        }

        return $named->first() ?? $sheets->first(fn (Sheet $sheet): bool => (string) $sheet->id === $wanted) ?? throw new InvalidInput('sheet', "There is no sheet “{$wanted}”. `sheet list` tells them all.");
    }

    /**
     * The layer that --layer names; null where it names none.
     *
     * @throws InvalidInput
     */
    protected static function layer(InputInterface $input, Sheet $sheet): ?Layer
    {
        $name = $input->getOption('layer');

        return ! is_string($name) ? null : $sheet->layers()->get()->first(fn (Layer $layer): bool => $layer->name === $name)
            ?? throw new InvalidInput('layer', "This sheet has no layer “{$name}”. It has: ".$sheet->layers()->pluck('name')->implode(', ').'.');
    }
}
