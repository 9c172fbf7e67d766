<section aria-label="Ink" class="card grid min-h-0 grid-cols-[230px_minmax(0,1fr)_minmax(0,270px)] gap-5 overflow-y-auto px-4 py-3" x-show="shows('inks')" x-cloak>
    <div>
        <div class="relative h-[150px] touch-none overflow-hidden rounded-[8px] bg-neutral-mat" x-on:pointerdown="pointChart" x-on:pointermove="pointChart" x-on:pointerup="leaveChart">
            <canvas x-ref="inkChart" width="132" height="92" class="pointer-events-none size-full" role="img" :aria-label="chartWords"></canvas>
            <i class="pointer-events-none absolute size-[12px] -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-white shadow-[0_0_0_1px_#000]" :style="chartMark"></i>
        </div>
        <canvas x-ref="inkHues" width="180" height="1" class="mt-2 block h-[10px] w-full rounded-[3px]" aria-hidden="true"></canvas>
        <x-slider of="hueDial" />
    </div>
    <div>
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
    <div class="text-[13px]">
        <button type="button" class="quiet float-right" x-on:click="show('settings')">Back to the settings</button>
        <p class="m-0 text-stone" x-text="recent.length ? 'Used before' : 'Inks that you choose gather here.'"></p>
        <div class="mb-2 flex min-h-[26px] flex-wrap gap-[5px]" role="group" aria-label="Inks used before"><template x-for="hex in recent" :key="hex"><button type="button" class="size-[26px] rounded-[6px] shadow-[inset_0_0_0_1px_#0003]" :style="wellStyle(hex)" :aria-label="hex" :title="hex" x-on:click="takeInk(hex)"></button></template></div>
        <button type="button" class="quiet bg-fog-200" :aria-pressed="isPicking" x-on:click="pickFromSwatch" x-text="isPicking ? 'Press on the swatch …' : 'Pick one from the swatch'"></button>
        <label class="mt-2 block text-stone">or from a source <select class="field" x-on:change="chooseInkSource"><option value="">choose …</option><template x-for="s in sources" :key="s.id"><option :value="s.id" x-text="s.name"></option></template></select></label>
        <img :src="inkSourceThumb" x-show="inkSourceThumb !== ''" alt="The source: press where its colour is to be taken" class="mt-1 h-[116px] w-full cursor-crosshair rounded-[8px] bg-neutral-mat object-contain" x-on:click="pickFromSource">
    </div>
</section>
