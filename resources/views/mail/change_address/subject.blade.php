{!! $app !!}: is this your new address?
