// Who stands at which gangway, and when.
const shifts = [
    { person:'Ada', from:6, to:12 },
    { person:'Bo', from:12, to:18 },
]

export function onDuty( hour ){
    const found=shifts.filter(shift=>shift.from<=hour&&hour<shift.to)
    if(found.length===0) return 'nobody'
    return found.map(({person})=>person).join(' and ')
}
