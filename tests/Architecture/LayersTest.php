<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;
use Yarrowfog\Core\Cut\Steps\HandMask;

/** Who may know whom; checked by PHPStan (see phpstan.neon). */
final class LayersTest
{
    private const PLAIN = 'Closure|JsonException|LogicException|InvalidArgumentException|RuntimeException|BackedEnum|UnitEnum|WeakMap|SplPriorityQueue';

    public function test_the_engine_knows_nothing_but_itself(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::AllOf(Selector::inNamespace('Yarrowfog\Core'), Selector::Not(Selector::inNamespace('Yarrowfog\Core\Format'))))
            ->canOnlyDependOn()
            ->classes(Selector::inNamespace('Yarrowfog\Core'), Selector::classname('/^('.self::PLAIN.')$/', true))
            ->because('the engine is plain PHP: no framework, no image extension, no files');
    }

    public function test_formats_may_also_read_xml(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Yarrowfog\Core\Format'))
            ->canOnlyDependOn()
            ->classes(Selector::inNamespace('Yarrowfog\Core'), Selector::classname('/^('.self::PLAIN.'|XMLReader|DOMElement|DOMDocument|DOMNode)$/', true))
            ->because('formats are bytes to and from objects of the engine, with no files');
    }

    public function test_rasters_know_only_rasters(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Yarrowfog\Core\Raster'))
            ->shouldNotDependOn()
            ->classes(Selector::AllOf(Selector::inNamespace('Yarrowfog\Core'), Selector::Not(Selector::inNamespace('Yarrowfog\Core\Raster'))))
            ->because('everything stands on them');
    }

    public function test_strokes_know_nothing_of_paint_cutting_and_advice(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Yarrowfog\Core\Stroke'))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Yarrowfog\Core\Paint'), Selector::inNamespace('Yarrowfog\Core\Cut'), Selector::inNamespace('Yarrowfog\Core\Advice'))
            ->because('dabs are made before they are printed');
    }

    public function test_cutting_knows_nothing_of_strokes_and_paint(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::AllOf(Selector::inNamespace('Yarrowfog\Core\Cut'), Selector::Not(Selector::classname(HandMask::class))))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Yarrowfog\Core\Paint'), Selector::inNamespace('Yarrowfog\Core\Stroke'), Selector::inNamespace('Yarrowfog\Core\Advice'))
            ->because('a tip is cut before it is painted with; only the mask that is painted by hand is painted');
    }

    public function test_controllers_are_not_called_by_the_rest_of_the_application(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::AllOf(Selector::inNamespace('App'), Selector::Not(Selector::inNamespace('App\Http')), Selector::Not(Selector::inNamespace('App\Providers'))))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('App\Http'))
            ->because('requests come in there and go nowhere else');
    }
}
