// Nothing but its precompiled headers, which the tests use again.
