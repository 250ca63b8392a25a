Hello {!! $name !!},

The address of your account on {!! $app !!} was changed
from {!! $before !!}
to {!! $after !!}.

If this was you, there is nothing to do. If not, somebody knows your password:
write to whoever looks after {!! $app !!} at once.
