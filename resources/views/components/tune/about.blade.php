<section aria-label="About the brush" class="card grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,1fr)_250px] gap-5 overflow-y-auto px-4 py-3 text-[13px]" x-show="shows('about')" x-cloak>
    <div class="flex flex-col gap-2">
        <label class="flex flex-col">Name <input type="text" class="field text-[14px]" maxlength="120" :value="name" x-on:change="about.tellName($event)"></label>
        <label class="flex flex-col">Tags, parted by commas <input type="text" class="field" maxlength="400" :value="tags" x-on:change="about.tellTags($event)"></label>
        <label class="flex min-h-0 flex-1 flex-col">What it is for, and how it was made <textarea class="field min-h-[84px] flex-1 resize-none" maxlength="4000" :value="story" x-on:change="about.tellNote($event)"></textarea></label>
    </div>
    <div class="flex flex-col gap-2">
        <label class="flex flex-col">Maker <select class="field" x-on:change="about.tellMaker($event)"><option value="0" :selected="about.isMaker(0)">nobody yet</option><template x-for="m in makers" :key="m.id"><option :value="m.id" :selected="about.isMaker(m.id)" x-text="m.name"></option></template></select></label>
        <template x-if="about.makerCard === null">
            <div class="flex items-end gap-2"><label class="flex min-w-0 flex-1 flex-col">A new maker’s name <input type="text" class="field" maxlength="120" data-new-maker :value="about.makerName" x-on:input="about.makerName = $event.target.value"></label><button type="button" class="quiet bg-fog-200" x-on:click="about.newMaker($event)">Make a maker’s mark</button></div>
        </template>
        <template x-if="about.makerCard !== null">
            <div class="flex flex-col gap-2">
                <label class="flex flex-col">Maker’s name <input type="text" class="field" maxlength="120" :value="about.makerCard === null ? '' : about.makerCard.name" x-on:change="about.tellMakerName($event)"></label>
                <label class="flex flex-col">Licence <input type="text" class="field" maxlength="120" list="licences" :value="about.makerCard === null ? '' : about.makerCard.licence" x-on:change="about.tellLicence($event)" placeholder="for instance CC BY 4.0"></label>
                <datalist id="licences"><option>CC0 1.0</option><option>CC BY 4.0</option><option>CC BY-SA 4.0</option><option>CC BY-NC 4.0</option><option>All rights reserved</option></datalist>
            </div>
        </template>
        <div class="flex items-end gap-2">
            <label class="flex min-w-0 flex-1 flex-col">Its strip is painted with <select class="field" x-on:change="about.tellStrip($event)" data-strip><option value="" :selected="about.isStrip('')">what suits it</option><template x-for="m in stripMovements" :key="m"><option :value="m" :selected="about.isStrip(m)" x-text="m"></option></template><option value="own" disabled :selected="strip.own" x-show="strip.own">a picture of your own</option></select></label>
            <label class="tool cursor-pointer focus-within:outline-2 focus-within:outline-yarrow-dark">A picture instead …<input type="file" accept="image/png,image/jpeg,image/webp,image/tiff,image/bmp,image/gif" class="sr-only" x-on:change="about.bringStrip($event)"></label>
        </div>
        <img :src="strip.url" alt="The strip as it is shown in Keep and Try" width="340" height="104" class="h-[62px] w-[203px] rounded-[6px] bg-white object-contain shadow-[0_0_0_1px_var(--color-fog-200)]">
        <p class="wrong m-0" role="alert" x-show="about.message !== ''" x-text="about.message"></p>
        <button type="button" class="quiet self-start" x-on:click="show('settings')">Back to the settings</button>
    </div>
    <template x-if="about.makerCard !== null">
        <div>
            <p class="m-0">Mark</p>
            <div class="flex gap-2">
                <canvas x-ref="markPad" x-init="about.catchMark($el)" width="150" height="150" class="size-[120px] touch-none rounded-[8px] bg-white shadow-[inset_0_0_0_1px_var(--color-fog-300)]" role="img" aria-label="Draw the mark here with the pen"></canvas>
                <span class="grid size-[110px] place-items-center rounded-[8px] bg-white text-center text-[12px] text-stone shadow-[inset_0_0_0_1px_var(--color-fog-200)]"><img :src="about.makerCard === null ? '' : about.makerCard.mark" alt="The mark" class="size-full object-contain" data-mark x-show="about.makerCard !== null &amp;&amp; about.makerCard.mark !== null"><span x-show="about.makerCard !== null &amp;&amp; about.makerCard.mark === null">no mark yet</span></span>
            </div>
            <div class="mt-2 flex gap-1"><button type="button" class="tool" x-on:click="about.clearMark($event)">Draw anew</button><label class="tool cursor-pointer focus-within:outline-2 focus-within:outline-yarrow-dark">Bring a picture …<input type="file" accept="image/png,image/jpeg,image/webp,image/tiff,image/bmp,image/gif" class="sr-only" x-on:change="about.bringMark($event)"></label></div>
        </div>
    </template>
</section>
