{{-- What can be done with the strokes that are taken up. Needs the `taking` component around it. --}}
@php
    $modes = Yarrowfog\Core\Raster\BlendMode::names();
@endphp
<section class="card min-h-0 overflow-y-auto p-[10px]" aria-label="Taken up" x-show="showsTaken" x-cloak data-taken>
    <div class="flex items-baseline justify-between gap-2"><h2 class="m-0 truncate text-[15px]" x-text="takenTitle"></h2><button type="button" class="text-[12px] text-stone underline" x-on:click="letGo">Let go</button></div>
    <p class="small m-0" x-text="takenWords"></p>
    <div x-show="one">
        <div class="mt-[6px] flex gap-[4px]" :class="isWide ? 'flex-col' : ''" role="group" aria-label="The same stroke with another brush">
            <template x-for="s in strips" :key="s.src">
                <button type="button" class="strip h-[46px] min-w-0" :class="isWide ? 'w-full flex-none' : 'flex-1'" x-on:click="paintWith(s)" :aria-label="'Paint it with ' + s.name" :title="'Paint it with ' + s.name"><img :src="s.src" alt="" class="h-full w-full object-contain"></button>
            </template>
        </div>
        <div class="mt-[2px]"><div x-show="!isPictureTaken"><x-slider of="takenSize" /></div><div x-show="isPictureTaken"><x-slider of="takenStretch" /></div><x-slider of="takenOpacity" /></div>
        <div class="flex items-center gap-3 text-[12.5px] text-stone" x-show="!isPictureTaken">
            <label class="flex items-center gap-[5px]"><input type="color" class="ink-drop" data-ink="main" :value="takenMain" x-on:change="setTakenInk" aria-label="Main ink of the stroke">main</label>
            <label class="flex items-center gap-[5px]"><input type="color" class="ink-drop" data-ink="second" :value="takenSecond" x-on:change="setTakenInk" aria-label="Second ink of the stroke">second</label>
        </div>
        <label class="mt-[4px] flex items-center justify-between gap-2 text-[12.5px]"><span class="font-bold">Blends</span>
            <select class="field py-[2px]" x-on:change="setTakenMode" aria-label="Blend mode of the stroke">
                @foreach ($modes as $mode)
                    <option value="{{ $mode }}" :selected="isTakenMode('{{ $mode }}')">{{ str_replace('-', ' ', $mode) }}</option>
                @endforeach
            </select>
        </label>
    </div>
    <label class="mt-[4px] flex items-center justify-between gap-2 text-[12.5px]"><span class="font-bold">Layer</span>
        <select class="field max-w-[140px] py-[2px]" x-on:change="putOnLayer" aria-label="Layer of the stroke">
            <template x-for="l in stacked" :key="l.id"><option :value="l.id" :selected="isTakenLayer(l)" x-text="l.name"></option></template>
        </select>
    </label>
    <div class="mt-[6px] flex flex-wrap gap-[4px]">
        <button type="button" class="tool" x-on:click="anotherRoll">Another roll</button>
        <button type="button" class="tool" x-on:click="flipAcross" aria-label="Flip left and right">Flip ↔</button>
        <button type="button" class="tool" x-on:click="flipDown" aria-label="Flip top and bottom">Flip ↕</button>
        <button type="button" class="tool" x-on:click="putTaken('top')">On top</button>
        <button type="button" class="tool" x-on:click="putTaken('up')">Up</button>
        <button type="button" class="tool" x-on:click="putTaken('down')">Down</button>
        <button type="button" class="tool" x-on:click="putTaken('bottom')">To the bottom</button>
        <button type="button" class="tool" x-on:click="deleteTaken">Delete</button>
    </div>
    <p class="small m-0 mt-1" role="status" x-show="roomBusy">Painting it anew …</p>
</section>
