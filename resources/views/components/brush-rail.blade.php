{{-- Brushes to paint with, as painted strips. Needs the `painting` component around it. --}}
<div {{ $attributes->class('gap-[10px] p-[3px]') }} role="group" aria-label="Brushes">
    <template x-for="b in brushes" :key="b.id">
        <button type="button" class="relative h-[72px] min-w-0 flex-[0_0_140px] overflow-hidden rounded-[8px] bg-white p-0 shadow-[0_0_0_1px_var(--color-fog-200)] aria-pressed:shadow-[0_0_0_2px_var(--color-yarrow)]" :aria-pressed="isChosen(b)" :aria-label="b.name" x-on:click="choose(b)">
            <img :src="b.strip" alt="" class="h-[52px] w-full object-contain">
            <span class="absolute inset-x-2 bottom-[2px] truncate text-left text-[12px] text-stone" x-text="b.name"></span>
        </button>
    </template>
</div>
