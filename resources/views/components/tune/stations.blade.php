<section aria-label="Stations of the stroke" class="grid grid-cols-5" role="tablist">
    <template x-for="s in stations" :key="s.id">
        <button type="button" role="tab" :aria-selected="station === s.id" x-on:click="choose(s.id)"
                class="rounded-[10px] px-3 py-[6px] text-left aria-selected:bg-fog-50 aria-selected:shadow-[0_0_0_1.5px_var(--color-yarrow)]">
            <span class="flex items-baseline justify-between gap-2"><span class="flex-none font-title text-[15px] font-semibold"><span x-text="s.label"></span><i class="ml-[6px] inline-block size-[7px] rounded-full bg-yarrow align-middle" x-show="isStationChanged(s.id)" role="img" aria-label="changed since kept" title="Changed since kept"></i></span><span class="min-w-0 truncate text-[12px] text-stone" x-text="summary(s.id)" :title="summary(s.id)"></span></span>
            <span aria-hidden="true" class="mt-[4px] block h-[88px]"></span>
        </button>
    </template>
    {{-- The pictures lie over their tabs, so that each has a place of its own to be drawn on. --}}
    <div class="pointer-events-none col-span-5 -mt-[96px] grid grid-cols-5" aria-hidden="true">
        @foreach (['hand', 'step', 'form', 'ink', 'ground'] as $station)
            <div class="px-3"><canvas x-ref="{{ $station }}" class="h-[90px] w-full"></canvas></div>
        @endforeach
    </div>
</section>
