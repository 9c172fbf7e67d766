{{-- The ink in hand by its figures. Needs the `inking` component around it. --}}
<div {{ $attributes }}>
    <div class="mb-1 flex items-center gap-3">
        <h2 class="m-0 whitespace-nowrap text-[15px]" x-text="inkInHand === 'main' ? 'Main ink' : 'Second ink'"></h2>
        <i class="h-[26px] w-[60px] rounded-[6px] shadow-[inset_0_0_0_1px_#0003]" :style="wellStyle(tone.hex)"></i>
        <label class="flex items-center gap-2 whitespace-nowrap text-[13px] text-stone">sRGB <input type="text" class="field w-[86px] font-mono" :value="tone.hex" maxlength="7" x-on:change="typeInk" aria-label="sRGB of the ink, six hex digits" spellcheck="false"></label>
    </div>
    <div class="grid grid-cols-2 gap-x-5"><x-slider of="lightnessDial" /><x-slider of="chromaDial" /></div>
    <p class="m-0 min-h-[18px] text-[12px] text-stone" role="status" x-text="tone.lowered ? 'No screen shows it stronger at this lightness and hue: its chroma is lowered.' : ''"></p>
    <p class="wrong m-0" role="alert" x-show="inkMessage !== ''" x-text="inkMessage"></p>
    <div class="mt-1 grid grid-cols-2 gap-x-5 gap-y-1">
        <template x-for="w in wells" :key="w.name">
            <div role="group" :aria-label="w.name"><p class="m-0 text-[12.5px] text-stone" x-text="w.name"></p><div class="flex gap-[5px]"><template x-for="(hex, i) in w.inks" :key="i"><button type="button" class="h-[28px] flex-1 rounded-[6px] shadow-[inset_0_0_0_1px_#0003]" :style="wellStyle(hex)" :aria-label="hex" :title="hex" x-on:click="takeInk(hex)"></button></template></div></div>
        </template>
    </div>
</div>
