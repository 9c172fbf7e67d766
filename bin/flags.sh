# How PHP is run wherever the engine works.
#
# The engine's loops are compiled only where the JIT is asked for. It has many of them: at
# the default limits of the tracing JIT the later ones are compiled poorly or not at all,
# and cost up to four times as much (docs/performance.md).
PHP_FLAGS=(-d opcache.enable=1 -d opcache.enable_cli=1 -d opcache.jit_buffer_size=128M -d opcache.jit=tracing
    -d opcache.jit_max_exit_counters=65536 -d opcache.jit_max_side_traces=16384 -d opcache.jit_max_root_traces=16384
    -d opcache.jit_blacklist_root_trace=255 -d opcache.jit_blacklist_side_trace=255 -d memory_limit=3G)
