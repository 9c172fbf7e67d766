{{-- What goes out, and as what. Needs the `sending` component around it. --}}
<div class="grid grid-cols-3 items-start gap-x-8 gap-y-3 text-[13px]" data-out>
    <div class="flex flex-col gap-1">
        <b>A bundle</b>
        <span class="small">Brushes with all they need: an open file that others can take in here.</span>
        <label class="flex min-h-[26px] items-center gap-2"><input type="checkbox" x-model="withVersions" x-on:change="weigh"> their earlier versions</label>
        <label class="flex min-h-[26px] items-center gap-2"><input type="checkbox" x-model="withSources" x-on:change="weigh"> what the tips were cut from, and how</label>
        <label class="flex min-h-[26px] items-center gap-2"><input type="checkbox" x-model="withRecordings" x-on:change="weigh"> your own pen movements</label>
        <span class="flex items-center gap-2"><button type="button" class="firm" x-on:click="sendBundle" :disabled="sending">Save the bundle</button><span class="small" x-text="weightWords" data-weight></span></span>
    </div>
    <div class="flex flex-col gap-1">
        <b>A sample card</b>
        <span class="small">One picture of the strips, with names, maker’s mark and licence.</span>
        <label>Width <input type="number" class="field w-[80px]" min="400" max="4000" step="1" x-model.number="cardWidth"> px</label>
        <span class="flex gap-2"><button type="button" class="quiet bg-fog-200" x-on:click="sendCard('png')" :disabled="sending">PNG</button><button type="button" class="quiet bg-fog-200" x-on:click="sendCard('svg')" :disabled="sending">SVG</button></span>
    </div>
    <div class="flex flex-col gap-1">
        <b>The tips alone</b>
        <span class="small">Pictures in a zip, for other programs.</span>
        <span class="flex gap-2">@foreach (['png' => 'PNG', 'webp' => 'WebP', 'tiff' => 'TIFF', 'svg' => 'SVG'] as $format => $label)<button type="button" class="quiet bg-fog-200" x-on:click="sendTips('{{ $format }}')" :disabled="sending">{{ $label }}</button>@endforeach</span>
    </div>
    <p class="col-span-3 m-0 flex items-center gap-2" role="status" x-show="sending" x-cloak><progress class="bar" :value="sentPart"></progress><span x-text="sentWords"></span><button type="button" class="quiet" x-on:click="callOffSending">Call off</button></p>
</div>
