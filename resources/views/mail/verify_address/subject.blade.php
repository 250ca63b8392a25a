{!! $app !!}: is this your address?
