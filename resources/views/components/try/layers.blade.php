{{-- The stack of layers and what can be done with the one in hand. Needs the `layering` component around it. --}}
@php
    $modes = Yarrowfog\Core\Raster\BlendMode::names();
@endphp
<section class="card flex min-h-[110px] flex-col p-[10px]" aria-label="Layers">
    <div class="flex items-center justify-between">
        <h2 class="m-0 text-[15px]">Layers</h2>
        <span class="flex gap-[4px]">
            <label class="tool focus-within:outline-2 focus-within:outline-yarrow-dark" title="A photo or any picture, on a layer of its own">Picture<input type="file" class="sr-only" accept="image/*" multiple x-on:change="choosePictures" aria-label="Lay a picture on the sheet"></label>
            <button type="button" class="tool" x-on:click="addLayer">Add a layer</button>
        </span>
    </div>
    <ul x-ref="stack" class="m-0 mt-[6px] flex max-h-[230px] min-h-[56px] flex-none list-none flex-col gap-[3px] overflow-y-auto p-[2px]">
        <template x-for="l in stacked" :key="l.id">
            <li class="flex touch-none items-center gap-[7px] rounded-[8px] px-[5px] py-[4px] outline-yarrow-dark" :class="isLayerInHand(l) ? 'bg-white shadow-[0_0_0_2px_var(--color-yarrow)]' : 'hover:bg-fog-100'" :data-row="l.id"
                x-on:pointerdown="grabLayer($event, l)" x-on:pointermove="dragLayer" x-on:pointerup="dropLayer" x-on:lostpointercapture="dropLayer">
                <canvas width="92" height="64" class="h-[32px] w-[46px] flex-none rounded-[4px] shadow-[0_0_0_1px_var(--color-fog-200)]" :data-thumb="l.id" aria-hidden="true"></canvas>
                <button type="button" class="min-w-0 flex-1 p-0 text-left" :aria-pressed="isLayerInHand(l)" x-on:click="takeLayer(l)" x-on:dblclick="startRenaming">
                    <span class="block truncate text-[13px]" :class="l.isHidden ? 'text-stone' : ''" x-text="l.name"></span>
                    <span class="block truncate text-[11.5px] text-stone" x-text="layerWords(l)"></span>
                </button>
                <button type="button" class="size-[26px] flex-none text-[12px]" :aria-label="eyeLabel(l)" :title="eyeLabel(l)" :aria-pressed="!l.isHidden" x-on:click="toggleLayer(l)" x-text="eyeMark(l)"></button>
            </li>
        </template>
    </ul>
    <div class="mt-[4px] flex items-center gap-[7px] px-[5px] text-[13px]" role="group" aria-label="Paper" data-paper>
        <input type="color" class="paper-well flex-none" :value="paper" x-on:input="setPaper" aria-label="Colour of the paper">
        <span class="min-w-0 flex-1">Paper</span>
        <select class="field max-w-[118px] py-[2px] text-[12px]" x-on:change="setTooth" aria-label="Tooth of the paper" title="Brushes whose tooth is “of the sheet” meet it">
            @foreach (['none', ...Yarrowfog\Core\Make\Teeth::names()] as $tooth)
                <option value="{{ $tooth }}" :selected="isTooth('{{ $tooth }}')">{{ $tooth === 'none' ? 'no tooth' : $tooth }}</option>
            @endforeach
        </select>
    </div>
    <div class="-mr-[4px] mt-[6px] min-h-0 overflow-y-auto border-t border-fog-200 pr-[4px] pt-[6px]" x-show="showsLayerControls" x-cloak>
        <div class="flex items-center gap-[6px]" x-show="renaming"><input x-ref="layerName" type="text" class="field w-full" maxlength="120" :value="layerName" aria-label="Name of the layer" x-on:change="rename" x-on:keydown.escape="stopRenaming" x-on:blur="stopRenaming"></div>
        <x-slider of="layerOpacity" />
        <label class="mt-[2px] flex items-center justify-between gap-2 text-[13px]"><span class="font-bold">Blends</span>
            <select class="field py-[2px]" x-on:change="setMode" aria-label="Blend mode of the layer">
                @foreach ($modes as $mode)
                    <option value="{{ $mode }}" :selected="isMode('{{ $mode }}')">{{ str_replace('-', ' ', $mode) }}</option>
                @endforeach
            </select>
        </label>
        <div class="mt-[5px] flex flex-col gap-[4px] text-[12.5px]">
            <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="isOn('keepsAlpha')" x-on:change="flipLayer('keepsAlpha')"> Only where there is paint</label>
            <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="isOn('isClipped')" :disabled="isLowest" x-on:change="flipLayer('isClipped')"> Only over the layer below</label>
            <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="isOn('isLocked')" x-on:change="flipLayer('isLocked')"> Locked</label>
        </div>
        <button type="button" class="tool mt-[5px] w-full text-left" :aria-expanded="recolouring" x-on:click="toggleRecolouring" x-text="isRecoloured ? 'Recolour · changed' : 'Recolour'"></button>
        <div x-show="recolouring" x-cloak><x-slider of="hueDial" /><x-slider of="chromaDial" /><x-slider of="lightnessDial" /></div>
        <div class="mt-[6px] flex flex-wrap gap-[4px]">
            <button type="button" class="tool" x-on:click="layerUp" :disabled="isTopmost" aria-label="Layer up">Up</button>
            <button type="button" class="tool" x-on:click="layerDown" :disabled="isLowest" aria-label="Layer down">Down</button>
            <button type="button" class="tool" x-on:click="duplicateLayer">Duplicate</button>
            <button type="button" class="tool" x-on:click="startRenaming">Rename</button>
            <button type="button" class="tool" x-on:click="mergeLayer" :disabled="isLowest">Merge down</button>
            <button type="button" class="tool" x-on:click="flattenLayers" :disabled="!canFlatten">All in one</button>
            <button type="button" class="tool" x-on:click="clearLayer">Clear</button>
            <button type="button" class="tool" x-on:click="deleteLayer">Delete</button>
        </div>
    </div>
</section>
