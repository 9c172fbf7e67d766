{{-- Lightness and chroma of one hue, to press on, and the hue. Needs the `inking` component around it. --}}
<div {{ $attributes }}>
    <div class="relative h-[150px] touch-none overflow-hidden rounded-[8px] bg-neutral-mat" x-on:pointerdown="pointChart" x-on:pointermove="pointChart" x-on:pointerup="leaveChart" data-ink-chart>
        <canvas x-ref="inkChart" width="132" height="92" class="pointer-events-none size-full" role="img" :aria-label="chartWords"></canvas>
        <i class="pointer-events-none absolute size-[12px] -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-white shadow-[0_0_0_1px_#000]" :style="chartMark"></i>
    </div>
    <canvas x-ref="inkHues" width="180" height="1" class="mt-2 block h-[10px] w-full rounded-[3px]" aria-hidden="true"></canvas>
    <x-slider of="hueDial" />
</div>
