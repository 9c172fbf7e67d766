{{-- The sheet as a file. Needs the `saving` component around it. --}}
<div class="card absolute right-0 top-[36px] z-10 flex w-[290px] flex-col gap-[6px] p-3 text-[13px] shadow-[0_2px_10px_#0003]" x-show="saving" x-cloak role="group" aria-label="Save">
    <div class="flex gap-[2px] rounded-[7px] bg-fog-100 p-[2px]" role="group" aria-label="Format"><template x-for="f in formats" :key="f.id"><button type="button" class="choice flex-1" :aria-pressed="isFormat(f)" x-on:click="pickFormat(f)" x-text="f.label" :title="f.words"></button></template></div>
    <p class="small m-0" x-text="format.label + ': ' + format.words"></p>
    <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="onlyLayer" x-on:change="flipOnlyLayer"> Only the layer in hand, on nothing</label>
    <label class="flex items-center gap-2" x-show="mayBeClear"><input type="checkbox" class="switch" :checked="onPaper" x-on:change="flipPaper"> With its paper</label>
    <label class="flex items-center gap-2" x-show="format.isDeep"><input type="checkbox" class="switch" :checked="isDeep" x-on:change="flipDeep"> 16 bits a channel, for thin glazes</label>
    <div class="flex gap-[6px]"><button type="button" class="firm" x-on:click="savePicture">Save the picture</button><button type="button" class="quiet bg-fog-200" x-on:click="copyPicture">Copy it</button></div>
    <div class="flex flex-col gap-[2px] border-t border-fog-200 pt-[6px]">
        <button type="button" class="quiet text-left" x-on:click="saveOpenRaster">OpenRaster, with all layers<span class="small block">for other painting programs</span></button>
        <button type="button" class="quiet text-left" x-on:click="startTracing">SVG, line art traced …<span class="small block">looked at over the sheet first</span></button>
    </div>
</div>
