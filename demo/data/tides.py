"""Tide table of the Gullhaven river mouth."""
import math,datetime
from dataclasses import dataclass
HIGH_WATER_INTERVAL   = datetime.timedelta( hours = 12,minutes=25 )
MEAN_LEVEL            = 2.4   #metres above the pier's datum
SPRING_RANGE          = 3.1
NEAP_RANGE            = 1.3
@dataclass( frozen = True )
class Tide :
    """One high or low water.

       `level` is in metres above the pier's datum.
    """
    time:datetime.datetime
    level : float
    kind:str='high'
    def clears( self,draught:float , margin:float=0.4 )->bool :
        return self.level-margin>=draught and ( self.kind=='high' or self.level>MEAN_LEVEL )
def level_at(time, last_high,moon_age:float)->float:
    half_range = ( SPRING_RANGE+( NEAP_RANGE-SPRING_RANGE )*abs( math.sin( math.pi*moon_age/14.77 ) ) )/2
    phase = ( time-last_high )/HIGH_WATER_INTERVAL*2*math.pi
    return MEAN_LEVEL+half_range*math.cos( phase )
def table(first_high, days, moon_age = 0.0):
    tides = [ Tide(first_high+i*HIGH_WATER_INTERVAL/2, round(level_at(first_high+i*HIGH_WATER_INTERVAL/2,first_high,moon_age),2), 'high' if i%2==0 else 'low') for i in range(days*4) ]
    return [ tide for tide in tides if tide.level>0 ]
