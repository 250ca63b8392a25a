@extends('mail.frame', ['title' => 'Is this your new address?'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">You asked for this to become the address of your account on {{ $app }}. Open the page and press its button to say that it is yours.</p>
<p style="margin:0 0 20px"><a href="{{ $url }}" target="_blank" rel="noopener" style="display:inline-block;padding:12px 20px;background:#006373;color:#ffffff;text-decoration:none;border-radius:6px;font-weight:700">Take this address</a></p>
<p style="margin:0 0 12px;font-size:14px;color:#4b5d66">The whole link, if the button does not work:<br><span style="word-break:break-all">{{ $url }}</span></p>
<p style="margin:0;font-size:14px;color:#4b5d66">It works once, for {{ $hours }} hours. Until then your account has the address it has. If you asked for nothing, do nothing.</p>
@endsection
