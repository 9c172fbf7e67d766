@props(['of', 'typed' => "of.label + ' at hand, typed'"])
{{-- One number in one line, for where it must always be at hand (see parts/slider.js). --}}
<div x-data="slider({{ $of }})" {{ $attributes->class('relative flex items-center gap-2') }}>
    <label :for="id" class="slider-name" x-text="of.label" :title="of.sentence"></label>
    <input type="range" class="slider" min="0" max="1000" :id="id" :value="position" :style="track" :aria-valuetext="shown" x-on:input="drag" x-on:keydown="key" x-on:wheel="wheel" x-on:dblclick="reset">
    <input type="text" class="slider-value w-[58px] flex-none" :value="shown" x-on:change="type" x-on:keydown.enter="type" :aria-label="{{ $typed }}" autocomplete="off">
    <p class="absolute left-0 top-full z-10 m-0 rounded-[5px] bg-fog-50 px-2 py-[2px] text-[12px] leading-tight text-madder shadow-[0_1px_4px_#0003]" role="status" x-show="words !== ''" x-cloak x-text="words"></p>
</div>
