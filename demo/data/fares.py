from decimal import Decimal as D
# oak-tide: leave
ZONES = [ [0, 1, 1, 2],
          [1, 0, 2, 3],
          [1, 2, 0, 1],
          [2, 3, 1, 0], ]
# oak-tide: resume
BASE={'adult':D('2.40'),'child' : D('1.20') , "senior":D("1.60"),'bicycle':D('0.80'), 'dog':D('0.50'),'it\'s a goat':D('1.10')}
def fare(passenger,origin,destination,*,return_trip=False,card=None):
  try: base = BASE[passenger]
  except KeyError as error: raise ValueError(f'no fare is known for {passenger!r}, only for {", ".join(BASE)}') from error
  zones = ZONES[origin] [destination]
  price = base*( 1+zones )
  if return_trip: price *= D('1.8'); zones*=2
  if card is not None and card.valid_until>=card.today and not card.blocked and card.zones>=zones:
    return D( 0 )
  match zones:
    case 0|1 : discount = D(0)
    case n if n>4: discount = D('0.15')
    case _ : discount = D('0.05')
  return ( price*( 1-discount ) ).quantize( D('0.05') )
