@props(['of'])
@php($curve = "curveOf({$of}, c)")
{{-- The fields of a form that the engine describes (see lib/form.js). `of` names the object in scope that holds the numbers. --}}
<template x-for="c in ofKind({{ $of }}, 'text')" :key="c.key">
    <label class="text-[13.5px] font-bold"><span x-text="c.label"></span><textarea class="field mt-1 block w-full font-normal" rows="2" :maxlength="c.most" :value="{{ $of }}.numbers[c.key]" x-on:input="pickText({{ $of }}, c, $event)"></textarea></label>
</template>
<template x-for="c in ofKind({{ $of }}, 'choice')" :key="c.key">
    <div role="group" :aria-label="c.label">
        <span class="text-[13.5px] font-bold" x-text="c.label"></span>
        <template x-if="!c.isPictured">
            <div class="flex flex-wrap gap-1"><template x-for="v in c.choices" :key="v"><button type="button" class="choice" :aria-pressed="isPicked({{ $of }}, c, v)" x-on:click="pick({{ $of }}, c, v)" x-text="v"></button></template></div>
        </template>
        <template x-if="c.isPictured">
            <div class="mt-1 grid grid-cols-4 gap-[5px]">
                <template x-for="v in c.choices" :key="v">
                    <button type="button" class="min-w-0 overflow-hidden rounded-[7px] bg-white p-0 shadow-[0_0_0_1px_var(--color-fog-200)] hover:shadow-[0_0_0_1px_var(--color-stone)] aria-pressed:bg-yarrow-light aria-pressed:shadow-[0_0_0_2px_var(--color-yarrow)]" :aria-pressed="isPicked({{ $of }}, c, v)" :title="v" x-on:click="pick({{ $of }}, c, v)"><img :src="choicePicture(c, v)" alt="" loading="lazy" class="h-[54px] w-full object-contain p-[3px]"><span class="block truncate px-1 pb-[3px] text-[11.5px]" x-text="v"></span></button>
                </template>
            </div>
        </template>
    </div>
</template>
<template x-for="n in numbers({{ $of }})" :key="n.key"><x-slider of="n" /></template>
<template x-for="c in ofKind({{ $of }}, 'colour')" :key="c.key">
    <label class="flex items-center justify-between text-[13.5px] font-bold"><span x-text="c.label"></span><input type="color" class="h-[26px] w-[44px] cursor-pointer rounded-[5px] border border-fog-300 bg-white p-[2px]" :value="{{ $of }}.numbers[c.key]" x-on:input="pickColour({{ $of }}, c, $event)"></label>
</template>
<template x-for="c in ofKind({{ $of }}, 'curve')" :key="c.key">
    <div><span class="text-[13.5px] font-bold" x-text="c.label"></span><x-curve of="curveOf({{ $of }}, c)" label="Curve" /></div>
</template>
<template x-for="c in ofKind({{ $of }}, 'roll')" :key="c.key">
    <button type="button" class="quiet self-start bg-fog-200" x-on:click="anotherRoll({{ $of }}, c)">Another roll</button>
</template>
