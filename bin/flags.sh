# How PHP is run wherever the engine works: its loops are compiled only where the JIT is asked for.
PHP_FLAGS=(-d opcache.enable=1 -d opcache.enable_cli=1 -d opcache.jit_buffer_size=128M -d opcache.jit=tracing -d memory_limit=3G)

# For one process that runs all of the engine: at the default limits of the tracing JIT the loops that
# come last are compiled poorly, and cost up to four times as much. The server keeps the defaults, since
# with these limits a painting pen met a stall of about a second (docs/performance.md).
ENGINE_FLAGS=("${PHP_FLAGS[@]}" -d opcache.jit_max_exit_counters=65536 -d opcache.jit_max_side_traces=16384 -d opcache.jit_max_root_traces=16384)
