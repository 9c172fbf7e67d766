@props(['of'])
{{-- One number of the work. `of` names the object in scope that holds it (see parts/slider.js). --}}
<div x-data="slider({{ $of }})" {{ $attributes }}>
    <div class="flex h-[24px] items-center justify-between gap-2">
        <label :for="id" class="min-w-0 truncate text-[13.5px] font-bold" x-text="of.label" :title="of.sentence"></label>
        <span class="flex flex-none items-center">
            <button type="button" class="size-[24px] text-[14px] text-stone hover:text-ink" x-show="isChanged" x-on:click="reset" :aria-label="'Reset ' + spoken" title="Back to the default">↺</button>
            <input type="text" class="slider-value" :value="shown" x-on:change="type" x-on:keydown.enter="type" :aria-label="spoken + ', typed'" autocomplete="off">
        </span>
    </div>
    <input type="range" class="slider" min="0" max="1000" :id="id" :value="position" :style="track" :aria-label="spoken" :aria-valuetext="shown"
           x-on:input="drag" x-on:keydown="key" x-on:wheel="wheel" x-on:dblclick="reset">
    <p class="m-0 text-[12px] leading-tight text-madder" role="status" x-show="words !== ''" x-cloak x-text="words"></p>
</div>
