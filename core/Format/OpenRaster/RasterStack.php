<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\OpenRaster;

use DOMDocument;
use DOMElement;
use DOMNode;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\BlendMode;

/**
 * The stack.xml of an OpenRaster file (freedesktop.org, Baseline Intent 0.0.5): which layers lie over one another, and how.
 *
 * What its operators cannot say of a layer stands in attributes of a namespace of our own, which others pass over.
 */
final readonly class RasterStack
{
    public const MOST_LAYERS = 100;

    private const MOST_BYTES = 1048576;

    private const OWN = 'https://yarrowfog.invalid/ns/openraster';

    private const NORMAL = 'svg:src-over';

    /** Only over what lies below: source-over of a layer that keeps the alpha beneath it. */
    private const ATOP = 'svg:src-atop';

    /**
     * @param  list<RasterLayer>  $layers  from the lowest to the topmost
     * @param  list<string>  $notes  what of a file that was read is shown otherwise than it says
     */
    public function __construct(public int $width, public int $height, public array $layers, public ?int $dpi = null, public array $notes = [])
    {
    }

    public function toXml(): string
    {
        $xml = new DOMDocument('1.0', 'UTF-8');
        $xml->formatOutput = true;
        $image = $xml->createElement('image');
        $image->setAttribute('version', '0.0.5');
        $image->setAttribute('w', (string) $this->width);
        $image->setAttribute('h', (string) $this->height);
        if ($this->dpi !== null) {
            $image->setAttribute('xres', (string) $this->dpi);
            $image->setAttribute('yres', (string) $this->dpi);
        }
        $image->setAttribute('xmlns:yf', self::OWN);
        $xml->appendChild($image);
        $stack = $xml->createElement('stack');
        $image->appendChild($stack);
        foreach (array_reverse($this->layers) as $layer) {
            $stack->appendChild(self::element($xml, $layer));
        }

        return (string) $xml->saveXML();
    }

    private static function element(DOMDocument $xml, RasterLayer $layer): DOMElement
    {
        $element = $xml->createElement('layer');
        $attributes = [
            'name' => $layer->name,
            'src' => $layer->source,
            'x' => (string) $layer->x,
            'y' => (string) $layer->y,
            'opacity' => rtrim(rtrim(number_format($layer->opacity, 6, '.', ''), '0'), '.'),
            'visibility' => $layer->isHidden ? 'hidden' : 'visible',
            'composite-op' => match (true) {
                $layer->isClipped && $layer->mode === BlendMode::Normal => self::ATOP,
                $layer->mode === BlendMode::Normal => self::NORMAL,
                default => "svg:{$layer->mode->value}",
            },
            ...$layer->isLocked ? ['edit-locked' => 'true'] : [],
            ...$layer->isClipped ? ['yf:clipped' => 'true'] : [],
            ...$layer->keepsAlpha ? ['yf:keeps-alpha' => 'true'] : [],
        ];
        foreach ($attributes as $name => $value) {
            str_starts_with($name, 'yf:') ? $element->setAttributeNS(self::OWN, $name, $value) : $element->setAttribute($name, $value);
        }

        return $element;
    }

    /** @throws InvalidInput with one sentence that says what is wrong */
    public static function read(string $xml): self
    {
        if (strlen($xml) > self::MOST_BYTES || preg_match('/<!(DOCTYPE|ENTITY)/i', $xml) === 1) {
            throw new InvalidInput('file', 'The stack of this OpenRaster file is too long, or declares a document type or entities, which are not followed here.');
        }
        $quiet = libxml_use_internal_errors(true);
        $document = new DOMDocument;
        $isRead = trim($xml) !== '' && $document->loadXML($xml, LIBXML_NONET);
        libxml_clear_errors();
        libxml_use_internal_errors($quiet);
        $image = $document->documentElement;
        if (! $isRead || $image === null || $image->localName !== 'image') {
            throw new InvalidInput('file', 'The stack of this OpenRaster file is damaged: its stack.xml cannot be read.');
        }
        $width = self::size($image, 'w');
        $height = self::size($image, 'h');
        $root = self::children($image, 'stack')[0] ?? throw new InvalidInput('file', 'This OpenRaster file holds no stack of layers.');
        $notes = [];
        $layers = array_reverse(self::layers($root, new RasterLayer('', ''), $notes));
        if (count($layers) > self::MOST_LAYERS) {
            throw new InvalidInput('file', 'This OpenRaster file holds '.number_format(count($layers)).' layers. The most that is opened is '.self::MOST_LAYERS.'.');
        }

        return new self($width, $height, $layers, self::dpi($image), array_values(array_unique($notes)));
    }

    /**
     * The layers of a stack, from the topmost to the lowest; those of groups are put in their place.
     *
     * @param  RasterLayer  $group  what they inherit
     * @param  list<string>  $notes
     * @return list<RasterLayer>
     */
    private static function layers(DOMElement $stack, RasterLayer $group, array &$notes): array
    {
        $out = [];
        foreach (self::children($stack) as $element) {
            $layer = self::layer($element, $group, $notes);
            if ($element->localName === 'stack') {
                $notes[] = 'Groups are opened into their place.';
                if ($layer->mode !== BlendMode::Normal) {
                    $notes[] = "The blend mode of the group “{$layer->name}” is left out.";
                }
                array_push($out, ...self::layers($element, $layer, $notes));
            } elseif ($element->localName === 'layer') {
                $out[] = $layer;
            } else {
                $notes[] = "What a “{$element->localName}” holds is left out.";
            }
            if (count($out) > 100 * self::MOST_LAYERS) {
                break;
            }
        }

        return $out;
    }

    /** @param  list<string>  $notes */
    private static function layer(DOMElement $element, RasterLayer $group, array &$notes): RasterLayer
    {
        $name = trim(mb_substr(mb_scrub($element->getAttribute('name')), 0, 120));
        $name = $name === '' ? 'Layer' : $name;
        $op = $element->getAttribute('composite-op');
        $op = $op === '' ? self::NORMAL : $op;
        $mode = $op === self::ATOP ? BlendMode::Normal : BlendMode::tryFrom((string) preg_replace('/^svg:/', '', $op));
        if ($mode === null && $op !== self::NORMAL) {
            $notes[] = "The operator “{$op}” of the layer “{$name}” is not known here: it is shown as normal.";
        }

        return new RasterLayer(
            $name,
            $element->getAttribute('src'),
            $group->x + self::whole($element, 'x'),
            $group->y + self::whole($element, 'y'),
            $group->opacity * self::opacity($element),
            $group->isHidden || $element->getAttribute('visibility') === 'hidden',
            $mode ?? BlendMode::Normal,
            $op === self::ATOP || $element->getAttributeNS(self::OWN, 'clipped') === 'true',
            $element->getAttribute('edit-locked') === 'true',
            $element->getAttributeNS(self::OWN, 'keeps-alpha') === 'true',
        );
    }

    /** @return list<DOMElement> */
    private static function children(DOMNode $of, ?string $name = null): array
    {
        $out = [];
        foreach ($of->childNodes as $node) {
            if ($node instanceof DOMElement && ($name === null || $node->localName === $name)) {
                $out[] = $node;
            }
        }

        return $out;
    }

    private static function size(DOMElement $image, string $side): int
    {
        $size = self::whole($image, $side);

        return $size >= 1 && $size <= 100000 ? $size : throw new InvalidInput('file', 'The stack of this OpenRaster file does not say how large the picture is.');
    }

    private static function whole(DOMElement $element, string $name): int
    {
        $value = $element->getAttribute($name);

        return is_numeric($value) ? (int) max(-1e6, min(1e6, round((float) $value))) : 0;
    }

    private static function opacity(DOMElement $element): float
    {
        $value = $element->getAttribute('opacity');

        return is_numeric($value) ? max(0.0, min(1.0, (float) $value)) : 1.0;
    }

    private static function dpi(DOMElement $image): ?int
    {
        $dpi = self::whole($image, 'xres');

        return $dpi >= 10 && $dpi <= 10000 ? $dpi : null;
    }
}
