{{-- Tips and teeth of the library, to choose from. --}}
<template x-if="pickingParts.isTipChosen">
    <div>
    <span class="mb-2 flex gap-[6px]"><input type="search" class="field min-w-0 flex-1 py-[3px]" placeholder="Find a tip" aria-label="Find a tip" :value="pickingParts.tipWords" x-on:input="pickingParts.findTip($event)"><select class="field w-[104px] py-[3px]" aria-label="Tips of which set" x-on:change="pickingParts.setTipSet($event)"><option value="">all tips</option><template x-for="s in tipSets" :key="s.id"><option :value="s.id" x-text="s.name"></option></template></select></span>
    <div class="grid grid-cols-3 gap-[6px]" role="group" aria-label="Tips">
        <template x-for="t in pickingParts.shownTips" :key="t.id">
            <div class="relative">
                <button type="button" class="part" :aria-pressed="pickingParts.isTip(t)" :aria-label="t.name + ', ' + t.kind + (t.frames.length > 1 ? ', ' + t.frames.length + ' frames' : '')" :title="t.name + ' · ' + t.kind + ' · ' + t.size" x-on:click="pickingParts.takeTip(t)" :data-tip="t.id"><img :src="t.frames[0]" alt="" class="size-full object-contain"><span class="absolute bottom-1 right-1 rounded bg-fog-100 px-1 text-[11px]" x-show="t.frames.length > 1" x-text="t.frames.length"></span></button>
                <button type="button" class="absolute right-[2px] top-[2px] size-[24px] rounded-[5px] text-stone hover:bg-fog-100" x-show="!pickingParts.isTip(t)" x-on:click="pickingParts.deleteTip(t)" :aria-label="'Delete the tip ' + t.name" title="Delete this tip">×</button>
            </div>
        </template>
    </div>
    </div>
</template>
<template x-if="pickingParts.isBiteChosen">
    <div>
    <span class="mb-2 flex gap-[6px]"><input type="search" class="field min-w-0 flex-1 py-[3px]" placeholder="Find a tip" aria-label="Find a tip" :value="pickingParts.tipWords" x-on:input="pickingParts.findTip($event)"><select class="field w-[104px] py-[3px]" aria-label="Tips of which set" x-on:change="pickingParts.setTipSet($event)"><option value="">all tips</option><template x-for="s in tipSets" :key="s.id"><option :value="s.id" x-text="s.name"></option></template></select></span>
    <div class="grid grid-cols-3 gap-[6px]" role="group" aria-label="Tips that bite">
        <button type="button" class="part text-[12.5px] text-stone" :aria-pressed="pickingParts.isBite(null)" x-on:click="pickingParts.takeBite(null)">none</button>
        <template x-for="t in pickingParts.shownTips" :key="t.id"><button type="button" class="part" :aria-pressed="pickingParts.isBite(t)" :aria-label="t.name" :title="t.name" x-on:click="pickingParts.takeBite(t)" :data-bite="t.id"><img :src="t.frames[0]" alt="" class="size-full object-contain"></button></template>
    </div>
    </div>
</template>
<template x-if="pickingParts.isToothChosen">
    <div>
        <div class="mb-2 h-[72px] rounded-[8px] shadow-[inset_0_0_0_1px_#0002]" x-show="pickingParts.toothInHand !== null" :style="pickingParts.toothStyle(pickingParts.toothInHand, 128)" role="img" :aria-label="'The ground, repeated: ' + (pickingParts.toothInHand === null ? 'none' : pickingParts.toothInHand.name)"></div>
        <div class="grid grid-cols-4 gap-[6px]" role="group" aria-label="Teeth">
            <template x-for="t in teeth" :key="t.name + t.id">
                <div class="relative">
                    <button type="button" class="part" :aria-pressed="pickingParts.isTooth(t)" :aria-label="t.name" :title="t.name" :style="pickingParts.toothStyle(t, 96)" x-on:click="pickingParts.takeTooth(t)" :data-tooth="t.id || t.tooth"></button>
                    <button type="button" class="absolute right-0 top-0 size-[24px] rounded-[5px] bg-fog-50/90 text-[12px] text-stone" x-show="t.id !== null &amp;&amp; !pickingParts.isTooth(t)" x-on:click="pickingParts.deleteTooth(t)" :aria-label="'Delete the tooth ' + t.name">×</button>
                </div>
            </template>
        </div>
        <select class="field mt-2 w-full" x-on:change="pickingParts.makeTooth($event)" aria-label="Make a seamless tooth of a source" :disabled="pickingParts.making">
            <option value="" selected x-text="pickingParts.making ? 'Making it seamless …' : 'make one of a picture …'"></option>
            <template x-for="s in sources" :key="s.id"><option :value="s.id" x-text="s.name"></option></template>
        </select>
    </div>
</template>
<p class="wrong mt-1 mb-0" role="alert" x-show="pickingParts.message !== ''" x-text="pickingParts.message"></p>
<p class="mt-1 mb-0 flex items-center gap-2 rounded-[7px] bg-yarrow-light px-2 py-1" role="status" x-show="gone !== null" x-cloak><span x-text="gone === null ? '' : '“' + gone.name + '” is deleted.'"></span><button type="button" class="underline" x-on:click="bringBack">Bring it back</button></p>
