<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>{{ $title }}</title></head>
<body style="margin:0;padding:24px 16px;background:#eef4f5;color:#14252e;font:16px/1.5 'Atkinson Hyperlegible Next',Verdana,sans-serif">
<div style="max-width:520px;margin:0 auto;padding:28px;background:#ffffff;border:1px solid #d5dfe2;border-radius:8px">
<p style="margin:0 0 20px;font-weight:700;color:#006373">{{ $app }}</p>
@yield('content')
</div>
</body>
</html>
