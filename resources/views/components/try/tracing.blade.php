{{-- Outlines looked at over the sheet, before they are saved. Needs the `saving` component around it. --}}
<section class="card flex-none p-[10px]" aria-label="Outlines" x-show="tracing" x-cloak data-tracing>
    <div class="flex items-baseline justify-between gap-2"><h2 class="m-0 text-[15px]">Outlines</h2><button type="button" class="text-[12px] text-stone underline" x-on:click="endTracing">Put away</button></div>
    <p class="small m-0" role="status" x-text="tracedWords" data-traced-words></p>
    <x-slider of="withinDial" class="mt-1" />
    <label class="flex items-center gap-2 text-[12.5px]"><input type="checkbox" class="switch" :checked="onlyLayer" x-on:change="flipTracedLayer"> Only the layer in hand</label>
    <button type="button" class="firm mt-2" x-on:click="saveOutlines" :disabled="traced === null">Save SVG</button>
</section>
