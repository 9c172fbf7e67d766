{{-- What is in hand: inks, the brush, its size and settings. Needs the Try room around it. --}}
<div class="absolute inset-x-[14px] bottom-[14px] flex h-[96px] items-center gap-[12px] rounded-[12px] bg-fog-50 px-[14px] py-[10px] shadow-[0_2px_10px_#0003]" data-dock>
    <div class="relative flex flex-none items-center gap-[6px]" role="group" aria-label="Inks" data-inks>
        @foreach (['main' => 'Main ink', 'second' => 'Second ink'] as $which => $label)
            <button type="button" class="flex flex-col items-center gap-[2px] text-[12px] text-stone" x-on:click="openInk('{{ $which }}')" :aria-expanded="isInk('{{ $which }}')" x-bind:aria-label="inkName('{{ $which }}')"><i class="ink-pool @if ($which === 'second') ink-pool-small @endif" :style="inkStyle('{{ $which }}')"></i>{{ $which }}</button>
            @if ($loop->first)<button type="button" class="size-[24px] text-[14px] text-stone hover:text-ink" x-on:click="swapInks" aria-label="Change the inks for each other" title="Change the inks for each other">⇄</button>@endif
        @endforeach
        <div class="card absolute bottom-[84px] left-[-14px] z-20 grid w-[620px] grid-cols-[minmax(0,1fr)_250px] gap-x-5 p-3 shadow-[0_2px_14px_#0004]" x-show="showsInks" x-cloak role="group" aria-label="Choose an ink">
            <x-ink.figures />
            <x-ink.chart />
            <x-ink.ready class="col-span-2 mt-1 flex flex-wrap items-center gap-x-3"><button type="button" class="quiet bg-fog-200" :aria-pressed="isPickingInk" x-on:click="startPicking" x-text="pickWords"></button></x-ink.ready>
        </div>
    </div>
    <div class="flex flex-none flex-col rounded-[7px] bg-fog-100 p-[2px]" role="group" aria-label="What the brush does">
        <template x-for="d in doings" :key="d"><button type="button" class="choice min-h-[24px] py-0 text-left text-[12.5px]" :aria-pressed="doesNow(d)" x-on:click="letDo(d)" x-text="d"></button></template>
    </div>
    {{-- Both have their room whether a brush fills it or not: the sheet and the brushes stay where they are when another is taken in hand. --}}
    <div class="in-columns w-[214px] flex-none">
        <x-slider-line of="size" typed="spoken + ', typed'" />
        <x-slider-line of="opacity" typed="spoken + ', typed'" />
        <span class="flex h-[24px] items-center gap-2 text-[12px] text-stone"><button type="button" class="underline" x-on:click="asKept" x-show="isOffKept" x-cloak>As kept</button><button type="button" class="whitespace-nowrap underline" x-on:click="keepForBrush" x-show="mayKeep" x-cloak>Keep for this brush</button></span>
        <span class="sr-only" role="status" x-text="savedHand"></span>
    </div>
    <div class="in-columns w-[214px] flex-none" :class="hasManyAtHand ? '-my-[6px] h-[86px] overflow-y-auto' : 'h-[74px]'" role="group" aria-label="Settings at hand">
        <p class="small m-0" x-show="hasNoneAtHand" x-cloak>Settings that you pin to this brush in Tune stand here.</p>
        <template x-for="d in dialsAtHand" :key="d.key">
            <div :data-at-hand="d.id">
                <template x-if="!d.isChoice"><x-slider-line of="d" typed="spoken + ', typed'" /></template>
                <template x-if="d.isChoice"><label class="flex h-[24px] items-center gap-2" :title="d.sentence"><span class="slider-name" x-text="d.label"></span><select class="field min-w-0 flex-1 py-0" x-on:change="pickAtHand(d.id, $event)"><template x-for="c in d.choices" :key="c"><option :value="c" :selected="isPickedAtHand(d, c)" x-text="c"></option></template></select></label></template>
            </div>
        </template>
    </div>
    <span class="h-[60px] w-px flex-none bg-fog-200"></span>
    <div class="flex w-[104px] flex-none flex-col gap-[4px]">
        <input type="search" class="field w-full py-[3px]" placeholder="Find a brush" aria-label="Find a brush" :value="brushWords" x-on:input="findBrush">
        <select class="field w-full py-[3px]" aria-label="Which brushes" x-on:change="setShelf"><template x-for="s in shelves" :key="s.id"><option :value="s.id" :selected="isShelf(s)" x-text="s.label"></option></template></select>
    </div>
    <p class="small m-0" x-show="hasNoBrush" x-cloak>No brush is called so.</p>
    <x-brush-rail class="flex min-w-0 overflow-x-auto" pins />
</div>
