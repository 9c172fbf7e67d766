{{-- The sign of what is put at hand: a pin. --}}
<svg viewBox="0 0 16 16" width="14" height="14" aria-hidden="true" fill="none" stroke="currentColor" stroke-width="1.5" stroke-linecap="round" stroke-linejoin="round" {{ $attributes }}><path d="M8 10v5M4.5 10h7M5.5 2h5l-.7 4.2 1.7 3.8h-7l1.7-3.8z" /></svg>
