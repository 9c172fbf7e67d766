<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\InkMl;

use DOMElement;
use XMLReader;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Practice\Recording;

/**
 * Reads pen movements from InkML (W3C Recommendation, 2011), whoever wrote them: channels in any
 * order and unit, differences, tilt as two tilts or as azimuth and elevation, times or a sample rate.
 *
 * The file is read as a stream, and nothing in it is ever resolved: a document type is refused.
 * What its traces hold becomes movements of a pen in PenMovements.
 *
 * @phpstan-import-type ReadTrace from PenMovements
 */
final class InkMlReader
{
    public const MOST_BYTES = 24 * 1024 * 1024;

    /** Channels of one format: a pen that tells all that the Recommendation names has twenty. */
    private const MOST_CHANNELS = 64;

    private const LINK = 'http://www.w3.org/XML/1998/namespace';

    /** @var array<string, list<Channel>> by the id of a trace format, ink source or context */
    private array $formats = [];

    /** @var array<string, float> samples per second, by the same ids */
    private array $rates = [];

    /** @var list<list<string>> ids of the elements that what is read now belongs to, one list a level */
    private array $owners = [];

    /** @var array<string, Mapping> by the id of a canvas transform or context */
    private array $mappings = [];

    /** @var list<ReadTrace> */
    private array $traces = [];

    /** @var array<string, int> places of the traces by their ids */
    private array $named = [];

    /** @var list<string|null> the context before each element that is open, where it ends with it; else null */
    private array $before = [];

    /** Definitions that are open: what stands in them changes nothing by itself. */
    private int $defining = 0;

    /** @var list<Channel> */
    private array $forming = [];

    /** @var list<Channel> the last format that was only defined */
    private array $defined = [];

    private string $current = '';

    private int $points = 0;

    private function __construct(private readonly XMLReader $xml)
    {
    }

    /** @throws InvalidInput with one sentence that says what is wrong */
    public static function read(string $bytes): Recording
    {
        if (strlen($bytes) > self::MOST_BYTES) {
            throw new InvalidInput('file', sprintf('This file has %s MB. The largest InkML that is read has %d MB.', number_format(strlen($bytes) / 1048576), self::MOST_BYTES / 1048576));
        }
        $quiet = libxml_use_internal_errors(true);
        try {
            $xml = trim($bytes) === '' ? false : XMLReader::XML($bytes, null, LIBXML_NONET | LIBXML_PARSEHUGE);
            if (! $xml instanceof XMLReader) {
                throw new InvalidInput('file', 'This file is empty: there is no InkML in it.');
            }

            return (new self($xml))->recording();
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($quiet);
        }
    }

    private function recording(): Recording
    {
        $isInk = false;
        while ($this->xml->read()) {
            if ($this->xml->nodeType === XMLReader::DOC_TYPE || $this->xml->nodeType === XMLReader::ENTITY_REF) {
                throw new InvalidInput('file', 'This file declares a document type or entities, which are not followed here. Save it as plain InkML.');
            }
            if ($this->xml->nodeType === XMLReader::ELEMENT) {
                if (! $isInk && $this->xml->localName !== 'ink') {
                    throw new InvalidInput('file', "This is XML, but no InkML: it begins with “{$this->xml->localName}”.");
                }
                $isInk = true;
                $this->element();
            } elseif ($this->xml->nodeType === XMLReader::END_ELEMENT) {
                $this->leave();
            }
        }
        $error = libxml_get_last_error();
        if ($error !== false || ! $isInk) {
            throw new InvalidInput('file', $error === false ? 'This is no InkML.' : sprintf('This is no well-formed XML: line %d, %s.', $error->line, lcfirst(rtrim($error->message, ".\n "))));
        }
        if ($this->traces === []) {
            throw new InvalidInput('file', 'There is no trace in this InkML: nothing was written with a pen.');
        }

        return Recording::of((new PenMovements($this->traces))->strokes())->fromOrigin();
    }

    private function element(): void
    {
        $name = $this->xml->localName;
        $id = $this->xml->getAttributeNs('id', self::LINK) ?? $this->xml->getAttribute('id') ?? '';
        if (! $this->xml->isEmptyElement) {
            $this->before[] = $name === 'traceGroup' ? $this->current : null;
            $this->defining += $name === 'definitions' ? 1 : 0;
            $this->owners[] = in_array($name, ['traceFormat', 'inkSource', 'context', 'traceGroup'], true) ? [$id === '' ? "{$name} ".count($this->formats) : $id] : [];
        }
        match ($name) {
            'traceFormat' => $this->forming = [],
            'channel' => $this->channel(),
            'channelProperty' => $this->property(),
            'sampleRate' => $this->rate(),
            'context' => $this->context($id),
            'canvasTransform' => $this->transform($id),
            'traceGroup' => $this->current = $this->xml->isEmptyElement ? $this->current : $this->reference('contextRef') ?? $this->current,
            'trace' => $this->trace($id),
            default => null,
        };
    }

    private function leave(): void
    {
        array_pop($this->owners);
        $this->current = array_pop($this->before) ?? $this->current;
        $this->defining -= $this->xml->localName === 'definitions' ? 1 : 0;
    }

    private function transform(string $id): void
    {
        $node = $this->xml->expand();
        if (! $node instanceof DOMElement) {
            return;
        }
        foreach (array_filter([$id, ...array_merge(...$this->owners)]) as $owner) {
            $this->mappings[$owner] = Mapping::ofTransform($node);
        }
    }

    private function channel(): void
    {
        if (count($this->forming) >= self::MOST_CHANNELS) {
            throw new InvalidInput('channel', sprintf('This InkML has more than %d channels: no pen tells so much.', self::MOST_CHANNELS));
        }
        $number = fn (string $of): ?float => is_numeric($this->xml->getAttribute($of)) ? (float) $this->xml->getAttribute($of) : null;
        $this->forming[] = new Channel(
            $this->xml->getAttribute('name') ?? '',
            $this->xml->getAttribute('units') ?? '',
            $number('min'),
            $number('max'),
            $this->xml->getAttribute('orientation') === '-ve',
            $this->isWithinIntermittent(),
        );
        foreach (array_merge(...$this->owners) as $owner) {
            $this->formats[$owner] = $this->forming;
        }
        if ($this->defining === 0) {
            $this->formats[''] = $this->forming;
        } else {
            $this->defined = $this->forming;
        }
    }

    /** Channels of an intermittentChannels element lie one level deeper than those of the format itself. */
    private function isWithinIntermittent(): bool
    {
        $levels = count($this->owners) - ($this->xml->isEmptyElement ? 0 : 1);

        // The innermost element with an id of its own is the format; a level without one between is “intermittentChannels”.
        return $levels > 0 && $this->owners[$levels - 1] === [];
    }

    private function property(): void
    {
        $value = $this->xml->getAttribute('value');
        if ($this->xml->getAttribute('name') !== 'resolution' || ! is_numeric($value)) {
            return;
        }
        foreach ($this->forming as $channel) {
            if ($channel->name === $this->xml->getAttribute('channel')) {
                $channel->resolve((float) $value, $this->xml->getAttribute('units') ?? '');
            }
        }
    }

    private function rate(): void
    {
        $value = $this->xml->getAttribute('value');
        if (is_numeric($value) && (float) $value > 0) {
            foreach ([...array_merge(...$this->owners), ''] as $owner) {
                $this->rates[$owner] = (float) $value;
            }
        }
    }

    private function context(string $id): void
    {
        $id = $id === '' ? 'context '.count($this->formats) : $id;
        foreach (['contextRef', 'inkSourceRef', 'traceFormatRef', 'canvasTransformRef'] as $by) {
            $from = $this->reference($by);
            if ($from !== null && isset($this->formats[$from])) {
                $this->formats[$id] = $this->formats[$from];
                $this->rates[$id] = $this->rates[$from] ?? $this->rates[$id] ?? 0.0;
            }
            if ($from !== null && isset($this->mappings[$from])) {
                $this->mappings[$id] = $this->mappings[$from];
            }
        }
        if ($this->defining === 0) {
            $this->current = $id;
        }
    }

    private function reference(string $attribute): ?string
    {
        $to = $this->xml->getAttribute($attribute);

        return $to === null || $to === '' ? null : ltrim($to, '#');
    }

    private function trace(string $id): void
    {
        if ($this->xml->getAttribute('type') === 'penUp') {
            return;
        }
        $of = $this->reference('contextRef') ?? $this->current;
        $channels = $this->formats[$of] ?? $this->formats[''] ?? $this->declareDefaults();
        $names = array_map(fn (Channel $c): string => $c->name, $channels);
        if (! in_array('X', $names, true) || ! in_array('Y', $names, true)) {
            throw new InvalidInput('trace', 'This InkML has no channels X and Y: it does not tell where the pen was.');
        }
        $text = $this->xml->readString();
        if (trim($text) === '') {
            return;
        }
        $points = TraceText::points($text, $channels, Recording::MOST_SAMPLES - $this->points, 'Trace '.(count($this->traces) + 1));
        $this->points += count($points);
        if ($id !== '') {
            $this->named[$id] = count($this->traces);
        }
        if (in_array($this->xml->getAttribute('continuation'), ['middle', 'end'], true) && $this->goesOn($points, $channels, $id)) {
            return;
        }
        $rate = $this->rates[$of] ?? $this->rates[''] ?? 0.0;
        $this->traces[] = ['channels' => $channels, 'rate' => $rate > 0 ? $rate : null, 'points' => $points, 'mapping' => $this->mappings[$of] ?? null];
    }

    /**
     * Adds points to the trace that they go on from: the one that is named, or else the last.
     *
     * @param  list<array<int, float|null>>  $points
     * @param  list<Channel>  $channels
     */
    private function goesOn(array $points, array $channels, string $id): bool
    {
        $prior = $this->named[$this->reference('priorRef') ?? ''] ?? count($this->traces) - 1;
        if (! isset($this->traces[$prior]) || count($this->traces[$prior]['channels']) !== count($channels)) {
            return false;
        }
        array_push($this->traces[$prior]['points'], ...$points);
        if ($id !== '') {
            $this->named[$id] = $prior;
        }

        return true;
    }

    /**
     * What a trace has that names no context: X and Y, says the standard. Files that define one format and forget to name it are read all
     * the same, where their points have more than two figures.
     *
     * @return list<Channel>
     */
    private function declareDefaults(): array
    {
        $first = explode(',', trim($this->xml->readString()), 2)[0];
        if ($this->defined !== [] && preg_match_all('/[-+]?[#.\w*?]+/', $first) > 2) {
            return $this->defined;
        }

        return [new Channel('X', '', null, null, false, false), new Channel('Y', '', null, null, false, false)];
    }
}
