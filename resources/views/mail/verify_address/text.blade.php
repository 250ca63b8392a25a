Hello {!! $name !!},

Somebody, we hope you, asked for an account on {!! $app !!} with this address.
Open this page and press its button to say that it is yours:

{!! $url !!}

It works once, for {!! $hours !!} hours. If you asked for nothing, do nothing:
no one can use the account without it.
