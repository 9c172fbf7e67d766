@props(['pins' => false])
{{-- Brushes to paint with, as painted strips. Needs the `painting` component around it; with pins, `rail` too. --}}
<div {{ $attributes->class('gap-[10px] p-[3px]') }} role="group" aria-label="Brushes">
    <template x-for="b in shownBrushes" :key="b.id">
        <div class="group relative min-w-0 flex-[0_0_140px]">
            <button type="button" class="relative h-[68px] w-full overflow-hidden rounded-[8px] bg-white p-0 shadow-[0_0_0_1px_var(--color-fog-200)] aria-pressed:shadow-[0_0_0_2px_var(--color-yarrow)]" :aria-pressed="isChosen(b)" :aria-label="b.name" x-on:click="choose(b)" data-brush>
                <img :src="b.strip" alt="" loading="lazy" class="h-[50px] w-full object-contain">
                <span class="absolute inset-x-2 bottom-[2px] truncate text-left text-[12px] text-stone" x-text="b.name"></span>
            </button>
            @if ($pins)
                <button type="button" class="absolute right-[2px] top-[2px] size-[24px] rounded-[6px] text-[12px] opacity-0 hover:bg-fog-100 focus-visible:opacity-100 group-hover:opacity-100 aria-pressed:text-yarrow-dark aria-pressed:opacity-100" x-show="!b.isPlain" :aria-pressed="b.isPinned" :aria-label="pinWords(b)" :title="pinWords(b)" x-on:click="pinBrush(b)"><x-pin class="mx-auto block" /></button>
            @endif
        </div>
    </template>
</div>
