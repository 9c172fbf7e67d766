@props(['of', 'label'])
{{-- A curve from 0–1 to 0–1. `of` names the object in scope that holds its points and its line (see parts/curve.js). --}}
<div x-data="curveEditor({{ $of }})" {{ $attributes }}>
    <svg x-ref="picture" viewBox="0 0 230 84" class="w-full touch-none rounded-[8px] bg-white shadow-[0_0_0_1px_var(--color-fog-200)]" role="group" aria-label="{{ $label }}: drag a point; double-click, Insert and Delete add one and take it away"
         x-on:pointermove="drag" x-on:lostpointercapture="release" x-on:dblclick="add">
        <path d="M10 74h210M10 74V10" stroke="#c5cbc3" fill="none" />
        <path :d="line" fill="none" stroke="#1c211e" stroke-width="2.5" />
        <circle :cx="readingX" :cy="readingY" r="4.5" fill="#4a7a61" stroke="#fff" stroke-width="1.5" aria-hidden="true" data-reading />
        @for ($i = 0; $i < 8; $i++)
            <circle :cx="cx({{ $i }})" :cy="cy({{ $i }})" r="6" fill="#d9a720" :tabindex="has({{ $i }}) ? 0 : -1" :class="has({{ $i }}) ? '' : 'hidden'" role="slider" aria-label="Point {{ $i + 1 }} of the curve" aria-valuemin="0" aria-valuemax="100" :aria-valuenow="percent({{ $i }})" :aria-valuetext="says({{ $i }})"
                    x-on:pointerdown="hold({{ $i }}, $event)" x-on:keydown="key({{ $i }}, $event)" />
        @endfor
    </svg>
    <p class="small m-0 mt-[3px] leading-tight">Double-click adds a point, or Insert; Delete takes it away.</p>
</div>
