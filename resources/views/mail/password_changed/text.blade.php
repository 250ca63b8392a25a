Hello {!! $name !!},

The password of your account on {!! $app !!} was changed {!! $how !!}.
If that was you, there is nothing to do. If it was not, set a new one at once:

{!! $url !!}
