@props(['of'])
@php($curve = "curveOf({$of}, c)")
{{-- The fields of a form that the engine describes (see lib/form.js). `of` names the object in scope that holds the numbers. --}}
<template x-for="c in ofKind({{ $of }}, 'text')" :key="c.key">
    <label class="text-[13.5px] font-bold"><span x-text="c.label"></span><textarea class="field mt-1 block w-full font-normal" rows="2" :maxlength="c.most" :value="{{ $of }}.numbers[c.key]" x-on:input="pickText({{ $of }}, c, $event)"></textarea></label>
</template>
<template x-for="c in ofKind({{ $of }}, 'choice')" :key="c.key">
    <div role="group" :aria-label="c.label">
        <span class="text-[13.5px] font-bold" x-text="c.label"></span>
        <div class="flex flex-wrap gap-1"><template x-for="v in c.choices" :key="v"><button type="button" class="choice" :aria-pressed="isPicked({{ $of }}, c, v)" x-on:click="pick({{ $of }}, c, v)" x-text="v"></button></template></div>
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
