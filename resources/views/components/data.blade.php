@props(['id', 'value'])
{{-- Data for a component: never run, and escaped so that no text can end the element. --}}
<script type="application/json" id="{{ $id }}">{!! json_encode($value, JSON_THROW_ON_ERROR | JSON_HEX_TAG | JSON_HEX_AMP | JSON_HEX_APOS | JSON_HEX_QUOT | JSON_PRESERVE_ZERO_FRACTION) !!}</script>
