Hello {!! $name !!},

You asked for this to become the address of your account on {!! $app !!}.
Open this page and press its button to say that it is yours:

{!! $url !!}

It works once, for {!! $hours !!} hours. Until then your account has the address
it has. If you asked for nothing, do nothing.
