@extends('mail.frame', ['title' => 'Is this your address?'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">Somebody, we hope you, asked for an account on {{ $app }} with this address. Open the page and press its button to say that it is yours.</p>
<p style="margin:0 0 20px"><a href="{{ $url }}" target="_blank" rel="noopener" style="display:inline-block;padding:12px 20px;background:#006373;color:#ffffff;text-decoration:none;border-radius:6px;font-weight:700">Confirm my address</a></p>
<p style="margin:0 0 12px;font-size:14px;color:#4b5d66">The whole link, if the button does not work:<br><span style="word-break:break-all">{{ $url }}</span></p>
<p style="margin:0;font-size:14px;color:#4b5d66">It works once, for {{ $hours }} hours. If you asked for nothing, do nothing: no one can use the account without it.</p>
@endsection
