<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Models\Layer;
use App\Models\Sheet;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('sheet:list', 'Tells the sheets of the library with their layers, as JSON')]
final class SheetListCommand extends SheetCommand
{
    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $sheets = Sheet::query()->where('purpose', Sheet::TO_PAINT)->get()->sortBy('id')->values();
        $output->writeln(json_encode(array_map(self::describe(...), $sheets->all()), JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES));
    }

    /** @return array<string, mixed> */
    private static function describe(Sheet $sheet): array
    {
        return [
            'number' => $sheet->id,
            'name' => $sheet->name,
            'width' => $sheet->width,
            'height' => $sheet->height,
            'layers' => $sheet->layers()->get()->map(fn (Layer $layer): array => [
                'name' => $layer->name,
                'strokes' => $layer->standing()->count(),
                'opacity' => $layer->opacity,
                'mode' => $layer->blend_mode->value,
                'hidden' => $layer->is_hidden,
            ])->all(),
        ];
    }
}
