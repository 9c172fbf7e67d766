{{-- Inks used before, or taken from a picture; the slot picks from what is on the page. Needs the `inking` component around it. --}}
<div {{ $attributes->class('text-[13px]') }}>
    <p class="m-0 text-stone" x-text="recent.length ? 'Used before' : 'Inks that you choose gather here.'"></p>
    <div class="mb-2 flex min-h-[26px] flex-wrap gap-[5px]" role="group" aria-label="Inks used before"><template x-for="hex in recent" :key="hex"><button type="button" class="size-[26px] rounded-[6px] shadow-[inset_0_0_0_1px_#0003]" :style="wellStyle(hex)" :aria-label="hex" :title="hex" x-on:click="takeInk(hex)"></button></template></div>
    {{ $slot }}
    <label class="mt-2 block text-stone">or from a source <select class="field" x-on:change="chooseInkSource"><option value="">choose …</option><template x-for="s in sources" :key="s.id"><option :value="s.id" x-text="s.name"></option></template></select></label>
    <img :src="inkSourceThumb" x-show="inkSourceThumb !== ''" alt="The source: press where its colour is to be taken" class="mt-1 h-[116px] w-full cursor-crosshair rounded-[8px] bg-neutral-mat object-contain" x-on:click="pickFromSource">
</div>
