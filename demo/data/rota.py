import asyncio
CREW=['Ines','Tamsin','Odd','Bram','Yara']
async def assign(gangways,crew=CREW,*,start=6,end=22) :
	shifts = { gangway:[ ] for gangway in gangways }
	for hour in range( start,end,4 ):
		for number,gangway in enumerate( gangways ):
			name = crew[ (hour//4+number)%len( crew ) ]
			shifts[ gangway ].append( ( hour,min( hour+4,end ),name ) )
		await asyncio.sleep( 0 )
	return shifts
def hours( shifts,name ):
	return sum( end-start for rows in shifts.values( ) for start,end,who in rows if who==name and end>start )
def describe( shifts ) :
	print( *( f'{gangway:<12}{start:02}:00-{end:02}:00 {who}' for gangway,rows in sorted( shifts.items() ) for start,end,who in rows ),sep='\n' )
if __name__=='__main__': describe( asyncio.run( assign( [ 'North Pier','Mill Landing','Old Quay' ] ) ) )
