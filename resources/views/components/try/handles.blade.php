@props(['sheet'])
{{-- Handles around strokes that are taken up: a box to move, corners to resize, a knob to turn. Needs the `taking` component around it. --}}
<svg x-ref="handles" class="pointer-events-none absolute overflow-visible" viewBox="0 0 {{ $sheet->width }} {{ $sheet->height }}" aria-hidden="true" x-on:pointermove="carry" x-on:pointerup="drop" x-on:pointercancel="drop">
    <g x-show="hasTaken" x-cloak :transform="carriedTransform" data-handles>
        <rect :x="boxX" :y="boxY" :width="boxWidth" :height="boxHeight" :fill="isTaking ? '#0000' : 'none'" stroke="#7d5b06" :stroke-width="lineWidth" stroke-dasharray="none" :class="isTaking ? 'pointer-events-auto cursor-move' : ''" x-on:pointerdown="grab($event, 'move')" data-handle="move" />
        <line :x1="turnX" :y1="boxY" :x2="turnX" :y2="turnY" stroke="#7d5b06" :stroke-width="lineWidth" />
        <circle :cx="turnX" :cy="turnY" :r="handleRadius" fill="#f6e6b0" stroke="#7d5b06" :stroke-width="lineWidth" class="pointer-events-auto cursor-grab" x-on:pointerdown="grab($event, 'turn')" data-handle="turn"><title>Turn</title></circle>
        <circle :cx="turnX" :cy="gripY" :r="handleRadius" fill="#1c211e" stroke="#ffffff" :stroke-width="lineWidth" class="pointer-events-auto cursor-move" x-on:pointerdown="grab($event, 'move')" data-handle="grip"><title>Move</title></circle>
        @foreach (['left top' => ['boxX', 'boxY', 'nwse'], 'right top' => ['boxRight', 'boxY', 'nesw'], 'right bottom' => ['boxRight', 'boxBottom', 'nwse'], 'left bottom' => ['boxX', 'boxBottom', 'nesw']] as $corner => [$x, $y, $cursor])
            <circle :cx="{{ $x }}" :cy="{{ $y }}" :r="handleRadius" fill="#ffffff" stroke="#7d5b06" :stroke-width="lineWidth" class="pointer-events-auto cursor-{{ $cursor }}-resize" x-on:pointerdown="grab($event, '{{ $corner }}')" data-handle="{{ $corner }}"><title>Resize</title></circle>
        @endforeach
    </g>
    <g x-show="isSymmetric" x-cloak>
        <line :x1="middleX" y1="0" :x2="middleX" y2="{{ $sheet->height }}" stroke="#7d5b06" stroke-opacity="0.5" :stroke-width="lineWidth" stroke-dasharray="8 6" x-show="showsAcross" />
        <line x1="0" :y1="middleY" x2="{{ $sheet->width }}" :y2="middleY" stroke="#7d5b06" stroke-opacity="0.5" :stroke-width="lineWidth" stroke-dasharray="8 6" x-show="showsDown" />
        <circle :cx="middleX" :cy="middleY" :r="handleRadius" fill="#f6e6b0" stroke="#1c211e" :stroke-width="lineWidth" class="pointer-events-auto cursor-move" x-on:pointerdown="grabMiddle" x-on:pointermove="carryMiddle" x-on:pointerup="dropMiddle" data-handle="middle"><title>The middle of the symmetry</title></circle>
    </g>
    <line x-show="aimed" x-cloak :x1="aimX0" :y1="aimY0" :x2="aimX1" :y2="aimY1" stroke="#7d5b06" :stroke-width="lineWidth" />
    <g x-ref="traced"></g>
    <path x-show="isFree" x-cloak :d="outlinePath" fill="#d9a72022" stroke="#7d5b06" :stroke-width="lineWidth" data-outline />
    <rect x-show="showsFrame" x-cloak :x="frameX" :y="frameY" :width="frameWidth" :height="frameHeight" fill="#d9a72022" stroke="#7d5b06" :stroke-width="lineWidth" />
</svg>
