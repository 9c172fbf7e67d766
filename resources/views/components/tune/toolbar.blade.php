{{-- The brush in hand: its name and standing, size and inks always at hand, and the way back and forth. --}}
<div class="flex min-w-0 items-center gap-3">
    <template x-teleport="#pen-in-hand">
        <button type="button" class="quiet flex items-center gap-2" x-on:click="practising.togglePen($event)" :aria-expanded="shows('pen')"><i class="size-2 rounded-full bg-sage"></i><span x-text="'Practice pen · ' + practising.penName"></span></button>
    </template>
    <div class="flex min-w-0 flex-1 items-baseline gap-[10px] overflow-hidden">
        <h1 class="m-0 max-w-full flex-none truncate text-[19px]" x-text="name" :title="name"></h1>
        <span class="min-w-0 truncate text-[13px] text-stone" :title="standing" data-standing x-text="standing"></span>
    </div>
    <x-slider-line of="sizeDial" class="w-[210px] flex-none" />
    <span class="flex flex-none items-center gap-1" role="group" aria-label="Inks">
        <button type="button" class="size-[30px] rounded-full shadow-[inset_0_0_0_1px_#0003,0_0_0_2px_#fff] aria-expanded:outline-2 aria-expanded:outline-offset-2 aria-expanded:outline-yarrow" :style="wellStyle(ink('main'))" x-on:click="openInk('main')" :aria-expanded="isInk('main')" :aria-label="'Main ink, ' + ink('main')" :title="'Main ink ' + ink('main')"></button>
        <button type="button" class="size-[24px] text-stone hover:text-ink" x-on:click="swapInks" aria-label="Swap the inks" title="Swap the inks">⇄</button>
        <button type="button" class="size-[24px] rounded-full shadow-[inset_0_0_0_1px_#0003,0_0_0_2px_#fff] aria-expanded:outline-2 aria-expanded:outline-offset-2 aria-expanded:outline-yarrow" :style="wellStyle(ink('second'))" x-on:click="openInk('second')" :aria-expanded="isInk('second')" :aria-label="'Second ink, ' + ink('second')" :title="'Second ink ' + ink('second')"></button>
    </span>
    <span class="flex flex-none items-center gap-[5px]">
        <button type="button" class="tool" x-on:click="undo" :disabled="!canUndo">Undo</button>
        <button type="button" class="tool" x-on:click="redo" :disabled="!canRedo">Redo</button>
        <button type="button" class="tool" x-on:click="toggleBeginnings" :aria-expanded="shows('beginnings')">Begin as …</button>
        <button type="button" class="tool" x-on:click="toggleVersions" x-show="versions.length > 0" :aria-expanded="shows('versions')">Versions</button>
        <button type="button" class="tool" x-on:click="toggleAbout" :aria-expanded="shows('about')">About it</button>
        <button type="button" class="tool" x-on:click="putBack" :disabled="!isChanged">Put back</button>
        <button type="button" class="firm px-[11px] py-[6px]" x-on:click="keep" :disabled="!isChanged">Keep changes</button>
    </span>
</div>
