<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Gathering\SourceIntake;
use App\Gathering\Ways;
use App\Models\Brush;
use App\Painting\LayerActions;
use App\Painting\PictureLayers;
use App\Painting\SheetPainter;
use App\Painting\StrokeActions;
use Database\Almanac\LowTide;
use Illuminate\Database\Seeder;
use LogicException;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;

/** The demo: sources, brushes and a painted sheet of the Saltmarsh Almanac. */
final class DatabaseSeeder extends Seeder
{
    /** px of the painted sheet for one of the picture as it is set down. */
    public float $scale = LowTide::SCALE;

    public function run(SourceIntake $sources, Ways $ways, SheetPainter $painter, LayerActions $layers, PictureLayers $pictures, StrokeActions $strokes): void
    {
        $this->call(AlmanacBrushes::class);
        $camera = $ways->find('camera') ?? throw new LogicException('There is no sample camera.');
        $values = FieldValues::read($camera->params(), JsonReader::of(['find' => 'pencil rubbing', 'light' => 0.5, 'shadow' => 0.2, 'noise' => 0.4, 'roll' => 5]));
        $photo = $sources->takeFrom($camera, $values, $camera->name($values));
        (new LowTide($painter, $layers, $pictures, $strokes, Brush::library()->get()->keyBy('name')->all(), $this->scale))->paint($photo);
    }
}
